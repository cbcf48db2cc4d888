// What can be done about a step between two slides: offers of ordinary layers, tried and measured like ways through.
// None may make a text less than it was.
import { hexFromOklab, labOfHex, oklab } from '../colour/oklab';
import { rgba, toHex } from '../colour/srgb';
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import { makeShape } from '../kinds/shape';
import { addLayer } from '../piece/edits';
import { groundOf, onGround } from '../piece/ground';
import { slideSeen } from '../piece/guests';
import type { Piece, Size, Slide } from '../piece/schema';
import { type Edge, edgeOf, type Join, joinAfter, joinOf } from '../reading/join';
import { type Reading, readSlide } from '../reading/read';
import type { Painter } from '../scene/painter';
import { gradientThrough, solid } from '../values/made';

export const JOIN_OFFERS = ['left', 'right', 'between', 'fade', 'wave-left', 'wave-right'] as const;
export type JoinOfferKind = (typeof JOIN_OFFERS)[number];

export const JOIN_OFFER_NAMES: Record<JoinOfferKind, string> = {
  left: 'Both in the colour on the left',
  right: 'Both in the colour on the right',
  between: 'Both in a colour between',
  fade: 'Faded into one another',
  'wave-left': 'The left colour swings over',
  'wave-right': 'The right colour swings over',
};

export interface JoinOffer {
  kind: JoinOfferKind;
  name: string;
  /** Both slides as they would be. */
  slides: [Slide, Slide];
  join: Join;
}

/** The mean of edges in OKLab, as hex. */
function meanOf(...edges: Edge[]): string {
  const sum = [0, 0, 0];
  let n = 0;
  for (const { outer: e } of edges)
    for (let i = 0; i < e.length; i += 4, n++) oklab(e[i], e[i + 1], e[i + 2]).forEach((v, c) => (sum[c] += v));
  return hexFromOklab(sum[0] / n, sum[1] / n, sum[2] / n);
}

const between = (a: string, b: string): string => {
  const [p, q] = [labOfHex(a), labOfHex(b)];
  return hexFromOklab((p[0] + q[0]) / 2, (p[1] + q[1]) / 2, (p[2] + q[2]) / 2);
};

/** Is an edge of one colour, as the eye sees it? Then it gives that colour. */
function plainEdge(edge: Edge): string | null {
  const mean = meanOf(edge),
    { r, g, b } = rgba(mean),
    flat = new Uint8ClampedArray(edge.outer.length);
  for (let i = 0; i < flat.length; i += 4) flat.set([r, g, b, 255], i);
  return joinOf(edge, { outer: flat, inner: flat }).smooth ? toHex(r, g, b) : null;
}

/** Share of the width that a fade or a wave takes on each side. */
const WIDTH = 0.22;

/** A colour that comes and goes across the join. */
function fadeOver(id: string, hex: string, { width, height }: Size): Layer {
  const half = Math.round(width * WIDTH),
    clear = `${hex}00`;
  return {
    ...makeFill(id, hex, { width, height }),
    name: 'Fade over the join',
    band: 'overlays',
    box: { x: width - half, y: 0, width: 2 * half, height },
    fill: {
      ...solid(hex),
      kind: 'gradient',
      gradient: {
        ...gradientThrough([clear, hex, clear], { angle: 0 }),
        // Eased towards both ends: no edge is seen where it begins.
        stops: [
          { at: 0, colour: clear, mid: 0.62 },
          { at: 0.5, colour: hex, mid: 0.38 },
          { at: 1, colour: clear, mid: 0.5 },
        ],
      },
    },
    anchors: { horizontal: 'right', vertical: 'middle' },
    carry: { before: 0, after: 1, over: true },
  };
}

/** A blob in the colour of the neighbour, that reaches over the whole edge. @param side where the neighbour is */
function waveOver(id: string, hex: string, { width, height }: Size, side: 'left' | 'right'): Layer {
  const reach = Math.round(width * WIDTH * 1.4),
    tall = Math.round(height * 1.5),
    // Its middle lies beyond the edge, so that the whole of the edge is within it.
    wide = reach * 3;
  return {
    ...makeShape(id, 'blob', hex, { width, height }),
    name: 'Wave over the join',
    band: 'backdrop',
    box: {
      x: side === 'right' ? width - reach : reach - wide,
      y: Math.round((height - tall) / 2),
      width: wide,
      height: tall,
    },
    anchors: { horizontal: side, vertical: 'middle' },
  };
}

const rank = { lost: 0, strained: 1, clear: 2 } as const;
/** Has a text become less than it was? */
const worse = (before: readonly Reading[], after: readonly Reading[]): boolean =>
  before.some((b) => {
    const a = after.find((r) => r.layer === b.layer);
    return b.verdict !== null && (!a?.verdict || rank[a.verdict] < rank[b.verdict]);
  });

/**
 * What makes a join smooth, in the order in which it is offered. Pictures and fonts of both slides must be loaded.
 * @param at the slide on the left, from 0
 * @param newId ids for layers that are added
 */
export function joinOffers(painter: Painter, piece: Piece, at: number, size: Size, newId: () => string): JoinOffer[] {
  const [base] = piece.sizes,
    left = piece.slides[at],
    right = piece.slides[at + 1],
    edges = { left: edgeOf(painter, piece, at, size, 'right'), right: edgeOf(painter, piece, at + 1, size, 'left') },
    grounds = { left: groundOf(piece, left), right: groundOf(piece, right) },
    plain = { left: plainEdge(edges.left), right: plainEdge(edges.right) };
  const bothOn = (hex: string): Piece => {
    const slides = [...piece.slides];
    slides[at] = onGround(left, grounds.left!.layer, hex);
    slides[at + 1] = onGround(right, grounds.right!.layer, hex);
    return { ...piece, slides };
  };
  const tries: Record<JoinOfferKind, () => Piece | null> = {
    left: () => grounds.left && grounds.right && bothOn(grounds.left.hex),
    right: () => grounds.left && grounds.right && bothOn(grounds.right.hex),
    between: () => grounds.left && grounds.right && bothOn(between(grounds.left.hex, grounds.right.hex)),
    fade: () => addLayer(piece, left.id, fadeOver(newId(), meanOf(edges.left, edges.right), base)),
    'wave-left': () =>
      plain.left === null ? null : addLayer(piece, right.id, waveOver(newId(), plain.left, base, 'left')),
    'wave-right': () =>
      plain.right === null ? null : addLayer(piece, left.id, waveOver(newId(), plain.right, base, 'right')),
  };
  const read = (p: Piece): [Reading[], Reading[]] => [
    readSlide(painter, p, slideSeen(p, at), size),
    readSlide(painter, p, slideSeen(p, at + 1), size),
  ];
  const before = read(piece);
  return JOIN_OFFERS.flatMap((kind) => {
    const tried = tries[kind]();
    if (!tried) return [];
    const join = joinAfter(painter, tried, at, size);
    if (!join.smooth) return [];
    const after = read(tried);
    if (worse(before[0], after[0]) || worse(before[1], after[1])) return [];
    return [{ kind, name: JOIN_OFFER_NAMES[kind], slides: [tried.slides[at], tried.slides[at + 1]], join }];
  });
}
