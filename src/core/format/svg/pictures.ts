// Pictures in a drawing as layers.
import { apply } from '../../ground/transform';
import { CENTRED } from '../../kinds/common';
import { makePhoto } from '../../kinds/photo';
import { type Among, CLOSE, type Found, nameOf, similarity, type Source, StaysDrawn } from './found';
import { number } from './geometry';
import type { SvgElement } from './tree';

/** A picture that the drawing holds. @throws StaysDrawn where it is turned, or is none */
export function pictureLayers({ ask, size }: Source, e: SvgElement, { t, group }: Among, opacity: number): Found[] {
  const a = e.attributes,
    turned = similarity(t),
    found = turned && Math.abs(turned.turn) < 1e-6 ? ask.picture(a.href ?? '') : null;
  if (!found || !turned) throw new StaysDrawn();
  const width = number(a.width, found.width) * turned.k,
    height = number(a.height, found.height) * turned.k,
    [x, y] = apply(t, number(a.x), number(a.y)),
    how = a.preserveAspectRatio ?? 'xMidYMid meet';
  // Where it does not fill its place it lies in the middle of it.
  if (how !== 'none' && !how.startsWith('xMidYMid')) throw new StaysDrawn();
  if (how === 'none' && Math.abs(width / height / (found.width / found.height) - 1) > CLOSE) throw new StaysDrawn();
  return [
    {
      layer: {
        ...makePhoto(ask.newId(), found.asset, nameOf(e, 'Picture'), size),
        band: 'message',
        fit: how.endsWith('slice') ? 'cover' : 'contain',
        box: { x, y, width, height },
        anchors: CENTRED,
        opacity,
        group,
      },
    },
  ];
}
