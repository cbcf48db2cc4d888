// A pattern as an image of CSS: an SVG that fills its box with one tile, of which only as much is repeated as hangs
// over the tile's edges.
import { rgba } from '../../colour/srgb';
import type { Path } from '../../ground/path';
import type { Extent } from '../../kinds/common';
import { tileById } from '../../pattern/catalogue';
import { marksOf } from '../../pattern/tile';
import type { Pattern } from '../../values/fill';
import { hexOf, type Swatches } from '../../values/swatches';
import { number } from './sheet';

/** An outline as path data (SVG 2, section 9.3), and how far it reaches. */
function pathData(path: Path): { d: string; box: [number, number, number, number] } {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity],
    d = path.steps
      .map(([command, ...at]) => {
        at.forEach((v, i) => {
          box[i % 2] = Math.min(box[i % 2], v);
          box[2 + (i % 2)] = Math.max(box[2 + (i % 2)], v);
        });
        return command + at.map((v) => number(v, 3)).join(' ');
      })
      .join('');
  return { d, box };
}

const paint = (what: 'fill' | 'stroke', hex: string, alpha: number): string => {
  const { a } = rgba(hex);
  return `${what}="${hex.slice(0, 7)}"${a * alpha < 1 ? ` ${what}-opacity="${number(a * alpha, 4)}"` : ''}`;
};

/**
 * The pattern over a box, as `url(...)`; null for a tile of somebody's own, which is a picture.
 * @param box CSS px @param alpha folded in
 */
export function patternCss(pattern: Pattern, box: Extent, swatches: Swatches, alpha: number): string | null {
  if (typeof pattern.tile !== 'string') return null;
  const tile = tileById(pattern.tile),
    { width: w, height: h } = tile,
    ink = hexOf(pattern.foreground, swatches),
    shapes: string[] = [];
  for (const mark of marksOf(tile)) {
    const { d, box: b } = pathData(mark.path),
      wide = mark.width === undefined ? 0 : (mark.width * pattern.weight) / 2,
      copies: string[] = [];
    for (let j = -1; j <= 1; j++)
      for (let i = -1; i <= 1; i++) {
        const inside =
          b[0] + i * w - wide < w && b[2] + i * w + wide > 0 && b[1] + j * h - wide < h && b[3] + j * h + wide > 0;
        if (inside)
          copies.push(i || j ? `<path transform="translate(${i * w} ${j * h})" d="${d}"/>` : `<path d="${d}"/>`);
      }
    const look =
      mark.width === undefined
        ? paint('fill', ink, 1)
        : `fill="none" ${paint('stroke', ink, 1)} stroke-width="${number(mark.width * pattern.weight, 3)}"${mark.round ? ' stroke-linecap="round"' : ''}`;
    // Where its repetitions meet they count once.
    shapes.push(
      `<g ${look}${mark.tone === undefined ? '' : ` opacity="${number(mark.tone, 3)}"`}>${copies.join('')}</g>`,
    );
  }
  const turn = pattern.angle
      ? `rotate(${number(pattern.angle)} ${number(box.width / 2)} ${number(box.height / 2)}) `
      : '',
    { x, y } = pattern.offset,
    ground =
      pattern.background === null
        ? ''
        : `<rect width="100%" height="100%" ${paint('fill', hexOf(pattern.background, swatches), 1)}/>`,
    all = alpha < 1 ? ` opacity="${number(alpha, 4)}"` : '',
    svg =
      `<svg xmlns="http://www.w3.org/2000/svg"><pattern id="p" width="${w}" height="${h}" patternUnits="userSpaceOnUse" ` +
      `patternTransform="${turn}scale(${number(pattern.scale, 4)})${x || y ? ` translate(${number(x * w)} ${number(y * h)})` : ''}">` +
      `${shapes.join('')}</pattern><g${all}>${ground}<rect width="100%" height="100%" fill="url(#p)"` +
      `${pattern.opacity < 1 ? ` opacity="${number(pattern.opacity, 4)}"` : ''}/></g></svg>`;
  // What a quoted address cannot hold (CSS Values 4, section 4.5.1; RFC 3986).
  return `url("data:image/svg+xml,${svg.replace(/%/g, '%25').replace(/"/g, "'").replace(/#/g, '%23').replace(/</g, '%3C').replace(/>/g, '%3E')}")`;
}
