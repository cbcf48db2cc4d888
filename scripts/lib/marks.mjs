// General marks: filled drawings of an open set, as outlines in frames of their own. Marks of companies are left out.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import svgpath from 'svgpath';
import { ROOT } from './machine.mjs';

const PACKAGE = join(ROOT, 'node_modules/@tabler/icons');
/** What is no mark for a picture: companies, and controls of programs. */
const LEFT_OUT = new Set([
  'Brand',
  'Text',
  'Version control',
  'Development',
  'Logic',
  'Laundry',
  'Extensions',
  'Letters',
]);
const fine = (v) => Math.round(v * 1000) / 1000;

/** Points of curves are looked at in so many steps, to find how far an outline goes. */
const STEPS = 24;

/**
 * An outline as absolute moves, lines and curves, its upper left corner at the origin.
 * @param {string} d SVG path data
 * @returns {{ d: string, width: number, height: number }}
 */
export function framed(d) {
  const path = svgpath(d).abs().unshort().unarc();
  let x0 = Infinity,
    y0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity;
  const at = (x, y) => {
    x0 = Math.min(x0, x);
    y0 = Math.min(y0, y);
    x1 = Math.max(x1, x);
    y1 = Math.max(y1, y);
  };
  path.iterate(([command, ...v], _i, px, py) => {
    if (command === 'H') at(v[0], py);
    else if (command === 'V') at(px, v[0]);
    else if (command === 'C' || command === 'Q') {
      const [ax, ay, bx, by, cx, cy] =
        command === 'C'
          ? v
          : [
              px + (2 / 3) * (v[0] - px),
              py + (2 / 3) * (v[1] - py),
              v[2] + (2 / 3) * (v[0] - v[2]),
              v[3] + (2 / 3) * (v[1] - v[3]),
              v[2],
              v[3],
            ];
      for (let i = 0; i <= STEPS; i++) {
        const t = i / STEPS,
          s = 1 - t;
        at(
          s ** 3 * px + 3 * s * s * t * ax + 3 * s * t * t * bx + t ** 3 * cx,
          s ** 3 * py + 3 * s * s * t * ay + 3 * s * t * t * by + t ** 3 * cy,
        );
      }
    } else if (v.length) at(v[0], v[1]);
  });
  const moved = path
    .translate(-x0, -y0)
    .iterate(([command, ...v], _i, px, py) => {
      if (command === 'H') return [['L', v[0], py]];
      if (command === 'V') return [['L', px, v[0]]];
      return undefined;
    })
    .round(3)
    .toString();
  return { d: moved, width: fine(x1 - x0), height: fine(y1 - y0) };
}

/** @returns {{ name: string, category: string, tags: string[], d: string, width: number, height: number }[]} */
export function marks() {
  const about = JSON.parse(readFileSync(join(PACKAGE, 'icons.json'), 'utf8')),
    nodes = JSON.parse(readFileSync(join(PACKAGE, 'tabler-nodes-filled.json'), 'utf8'));
  return Object.entries(about).flatMap(([key, { name, category, tags, styles }]) => {
    const drawn = nodes[key];
    if (!styles.filled || !drawn || LEFT_OUT.has(category) || key.startsWith('brand-')) return [];
    const ds = drawn.map(([element, { d }]) => (element === 'path' ? d : null));
    if (ds.some((d) => !d)) return [];
    return [{ name: name.replaceAll('-', ' '), category, tags: tags.map(String), ...framed(ds.join(' ')) }];
  });
}
