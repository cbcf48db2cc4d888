// A contact sheet: small pictures in a grid, each with its name and how it stands. What is written on it is a piece
// like any other; the pictures are laid into its cells.
import type { Box } from '../ground/box';
import { makeText, type TextLayer } from '../kinds/text';
import { makePiece } from '../piece/make';
import type { Piece } from '../piece/schema';
import { solid } from '../values/made';

/** Pictures of one page. */
export const SHEET_COLUMNS = 6,
  SHEET_ROWS = 4,
  ON_A_SHEET = SHEET_COLUMNS * SHEET_ROWS;
const WIDTH = 1800,
  MARGIN = 60,
  GAP = 24,
  HEAD = 110,
  CAPTION = 62;

export interface SheetItem {
  number: number;
  name: string;
  /** In a word: Clear, or what it is. */
  verdict: string;
}

/**
 * One page of a contact sheet.
 * @param ratio of the pictures, width to height
 * @returns a piece with all that is written, and where the pictures lie, in its pixels
 */
export function contactSheet(
  title: string,
  page: { number: number; of: number },
  items: readonly SheetItem[],
  ratio: number,
): { piece: Piece; cells: Box[] } {
  const width = (WIDTH - 2 * MARGIN - (SHEET_COLUMNS - 1) * GAP) / SHEET_COLUMNS,
    // Tall pictures are no taller than half as high again as they are wide.
    high = Math.min(width / ratio, width * 1.5),
    step = high + CAPTION + GAP,
    rows = Math.max(1, Math.ceil(items.length / SHEET_COLUMNS)),
    height = Math.round(HEAD + MARGIN + rows * step),
    places = items.map((_, i) => ({
      x: MARGIN + (i % SHEET_COLUMNS) * (width + GAP),
      y: HEAD + Math.floor(i / SHEET_COLUMNS) * step,
    }));
  const text = (id: string, words: string, box: Box, fontSize: number, ink: string, weight: number): TextLayer => ({
    ...makeText(id, words, { width: WIDTH, height }, ink, { family: 'Work Sans', weight, italic: false }),
    fontSize,
    box,
    fill: solid(ink),
    grow: false,
  });
  const piece = makePiece(
    title,
    { width: WIDTH, height },
    () => 'sheet',
    () => [
      text(
        'title',
        page.of > 1 ? `${title}, page ${page.number} of ${page.of}` : title,
        { x: MARGIN, y: 44, width: WIDTH - 2 * MARGIN, height: 44 },
        34,
        '#1b1a18',
        600,
      ),
      ...items.flatMap(({ number, name, verdict }, i) => [
        text(
          `name-${i}`,
          shortened(`${number}  ${name}`),
          { x: places[i].x, y: places[i].y + high + 8, width, height: 24 },
          17,
          '#1b1a18',
          600,
        ),
        text(
          `verdict-${i}`,
          shortened(verdict),
          { x: places[i].x, y: places[i].y + high + 32, width, height: 22 },
          15,
          '#67645f',
          400,
        ),
      ]),
    ],
  );
  return {
    piece,
    cells: places.map(({ x, y }) => {
      const w = Math.min(width, high * ratio);
      return { x: Math.round(x), y: Math.round(y), width: Math.round(w), height: Math.round(w / ratio) };
    }),
  };
}

/** As much as stands in one line under a picture. */
const shortened = (words: string): string => (words.length > 28 ? `${words.slice(0, 27).trimEnd()}\u2026` : words);
