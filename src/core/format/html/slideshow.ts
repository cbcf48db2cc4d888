// Several pictures behind a section's message: they lie on each other, and each appears over the one before as long as
// the painter has it appear, by CSS alone. Whoever wants less motion has the first picture; anybody can stop them
// (WCAG 2.2, 2.2.2).
import { type Box, touch } from '../../ground/box';
import type { Show } from '../../piece/schema';
import { lengthOfShow } from '../../piece/slideshow';
import { empty } from './markup';
import { number, px, type Sheet } from './sheet';
import type { Stand } from './stands';

const PICTURE = 'section-page--picture';
const PAUSE = 'section-page--pause';
const LESS_MOTION = '@media (prefers-reduced-motion: reduce)';

/** Side of the control, and how far it keeps from the edges, CSS px. */
const SIDE = 32;
const APART = 16;

/** Classes of the element of a picture. */
export const pictureClass = (i: number): string => `${PICTURE} ${PICTURE}-${i + 1}`;

/** Rules for the elements of all pictures. */
export function showRules(sheet: Sheet, show: Show): void {
  const { pictures, stay, fade } = show,
    whole = lengthOfShow(show),
    last = pictures.length - 1,
    at = (ms: number): string => `${number((Math.min(Math.max(0, ms), whole) / whole) * 100, 3)}%`;
  sheet.set(`.${PICTURE}`, { position: 'absolute', inset: '0', isolation: 'isolate', overflow: 'clip' });
  pictures.forEach(({ paper }, i) => {
    const self = `.${PICTURE}-${i + 1}`;
    sheet.set(self, { 'background-color': paper });
    if (i === 0) return;
    sheet.set(self, { opacity: '0', animation: `section-picture-${i + 1} ${number(whole / 1000)}s linear infinite` });
    const appears = i * (stay + fade) - fade,
      there = i * (stay + fade),
      frames = `@keyframes section-picture-${i + 1}`,
      // Under the next one it is not seen any more once that is there; the last one goes, over the first.
      covered = (i + 1) * (stay + fade),
      step = 1;
    const from = fade > 0 ? appears : there - step;
    sheet.where(frames, `0%, ${at(from)}`, { opacity: '0' });
    if (i === last) {
      sheet.where(frames, `${at(there)}, ${at(whole - Math.max(fade, step))}`, { opacity: '1' });
      sheet.where(frames, '100%', { opacity: '0' });
    } else {
      sheet.where(frames, `${at(there)}, ${at(covered)}`, { opacity: '1' });
      sheet.where(frames, `${at(covered + step)}, 100%`, { opacity: '0' });
    }
  });
  sheet.where(LESS_MOTION, `.${PICTURE}`, { animation: 'none' });
  sheet.where(LESS_MOTION, `.${PAUSE}`, { display: 'none' });
}

type Corner = readonly ['left' | 'right', 'top' | 'bottom'];
const CORNERS: readonly Corner[] = [
  ['right', 'bottom'],
  ['left', 'bottom'],
  ['right', 'top'],
  ['left', 'top'],
];

/** The first corner in which nothing of the message lies in any layout. */
function freeCorner(stands: readonly Stand[]): Corner {
  const covers = (s: Stand, [across, down]: Corner): boolean => {
    const box: Box = {
      x: across === 'left' ? 0 : s.size.width - SIDE - 2 * APART,
      y: down === 'top' ? 0 : s.size.height - SIDE - 2 * APART,
      width: SIDE + 2 * APART,
      height: SIDE + 2 * APART,
    };
    return s.items.some((i) => touch(i.ink, box));
  };
  return CORNERS.find((c) => !stands.some((s) => covers(s, c))) ?? CORNERS[0];
}

const glyph = (path: string): string =>
  `url("data:image/svg+xml,${encodeURIComponent(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 16 16"><path fill="#fff" d="${path}"/></svg>`,
  ).replace(/'/g, '%27')}")`;

/** What stops the pictures and lets them go on: its markup; its rules are set. */
export function pauseControl(sheet: Sheet, stands: readonly Stand[]): string {
  const self = `.${PAUSE}`,
    [across, down] = freeCorner(stands);
  sheet.set(self, {
    appearance: 'none',
    position: 'absolute',
    'z-index': '1',
    margin: '0',
    [across]: px(APART),
    [down]: px(APART),
    width: px(SIDE),
    height: px(SIDE),
    'border-radius': px(4),
    background: `rgb(0 0 0 / 0.65) ${glyph('M4 3h3v10H4zM9 3h3v10H9z')} center / 16px no-repeat`,
    cursor: 'pointer',
  });
  sheet.set(`${self}:checked`, { 'background-image': glyph('M5 3l8 5-8 5z') });
  sheet.set(`${self}:focus-visible`, { outline: '3px solid #fff', 'box-shadow': '0 0 0 6px #000' });
  sheet.set(`${self}:checked ~ .${PICTURE}`, { 'animation-play-state': 'paused' });
  return empty('input', { type: 'checkbox', class: PAUSE, 'aria-label': 'Pause the pictures' });
}
