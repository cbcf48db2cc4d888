// Sizes that nobody has adjusted by hand follow what is done elsewhere: they are laid out anew, as when they were
// added.
import type { Override } from '../values/override';
import type { Piece } from './schema';
import { type Layout, withLayout } from './sizes';

/** What a first layout decides; strengths and visibility are none of it. */
const LAID = ['box', 'fontSize', 'lineHeight', 'rotation', 'padding', 'align', 'breaks', 'focus', 'zoom'] as const;

const laidPart = (own: Override | undefined): Partial<Override> =>
  Object.fromEntries(LAID.flatMap((k) => (own?.[k] === undefined ? [] : [[k, own[k]]])));
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Does a piece have sizes that are laid out by themselves? */
export const hasAuto = ({ sizes }: Pick<Piece, 'sizes'>): boolean => sizes.slice(1).some((s) => s.auto);

/** A piece in which sizes that an edit laid out otherwise are left to whoever did so. */
export function noteAdjusted(before: Piece, after: Piece): Piece {
  if (!hasAuto(after) || before.slides === after.slides) return after;
  const adjusted = (size: string): boolean =>
    after.slides.some((s) => {
      const was = before.slides.find((x) => x.id === s.id);
      return s.layers.some((l) => {
        const old = was?.layers.find((x) => x.id === l.id);
        return old && old !== l && !same(laidPart(old.overrides[size]), laidPart(l.overrides[size]));
      });
    });
  const sizes = after.sizes.map((s, i) => (i > 0 && s.auto && adjusted(s.id) ? { ...s, auto: false } : s));
  return sizes.some((s, i) => s !== after.sizes[i]) ? { ...after, sizes } : after;
}

/** A piece as a size that is laid out by itself is laid out from: without what it was laid out as before. */
export const unlaid = (piece: Piece, size: string): Piece => withLaid(piece, size, {});

/** A piece with a size laid out anew; what else the size has of its own stays. */
export function withLaid(piece: Piece, size: string, layout: Layout): Piece {
  const merged: Layout = Object.fromEntries(
    piece.slides.map((s) => [
      s.id,
      Object.fromEntries(
        s.layers.flatMap((l) => {
          const own = l.overrides[size] ?? {},
            rest = Object.fromEntries(Object.entries(own).filter(([k]) => !(LAID as readonly string[]).includes(k))),
            next = { ...rest, ...layout[s.id]?.[l.id] };
          return Object.keys(next).length ? [[l.id, next]] : [];
        }),
      ),
    ]),
  );
  const unchanged = piece.slides.every((s) =>
    s.layers.every((l) => same(l.overrides[size] ?? {}, merged[s.id][l.id] ?? {})),
  );
  return unchanged ? piece : withLayout(piece, size, merged);
}
