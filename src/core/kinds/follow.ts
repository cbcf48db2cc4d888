// What follows texts: where the lines of those texts are, there it lies.
import type { Box } from '../ground/box';
import { boundsOf } from '../ground/transform';
import type { LinesPlace } from '../type/frame';

/** A box turned about a point other than its own middle, as a box that turns about its middle by the same angle. */
export function aboutOwnMiddle(box: Box, rotation: number, centre: { x: number; y: number }): Box {
  const a = (rotation * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  const mx = box.x + box.width / 2 - centre.x,
    my = box.y + box.height / 2 - centre.y;
  return { ...box, x: centre.x + mx * c - my * s - box.width / 2, y: centre.y + mx * s + my * c - box.height / 2 };
}

/** Lines of all places in one frame: turned with the text where there is one, upright where there are several. */
export function linesTogether(places: readonly LinesPlace[]): { lines: Box[]; rotation: number } {
  const rotation =
    places.every((p) => p.rotation === places[0].rotation) && places.length === 1 ? places[0].rotation : 0;
  if (rotation !== 0)
    return { lines: places[0].lines.map((l) => aboutOwnMiddle(l, rotation, places[0].centre)), rotation };
  return {
    lines: places.flatMap((p) =>
      p.lines.map((l) => (p.rotation === 0 ? l : boundsOf(aboutOwnMiddle(l, p.rotation, p.centre), p.rotation))),
    ),
    rotation: 0,
  };
}
