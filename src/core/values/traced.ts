// Letters that were told from a finished picture: outlines instead of glyphs of a font. Part of the document's schema.
import { z } from 'zod';
import { finite } from './fill';

const at = finite(-1e5, 1e5);

export const TracedSchema = z.strictObject({
  /** Type size in which everything here is given; the text's own may be another. */
  size: finite(1, 5000),
  /** Frame round all letters. */
  width: finite(0.1, 1e5),
  height: finite(0.1, 1e5),
  /** As heavy as letters of this weight. */
  weight: z.number().int().min(100).max(900),
  /** In the order in which they are read, with the part of the text that each stands for. */
  letters: z
    .array(
      z.strictObject({
        start: z.number().int().min(0).max(20_000),
        end: z.number().int().min(0).max(20_000),
        line: z.number().int().min(0).max(500),
        /** SVG path data: moves, lines and closings only. */
        d: z
          .string()
          .max(60_000)
          .regex(/^(?:M-?[\d.]+ -?[\d.]+(?:L-?[\d.]+ -?[\d.]+)*Z)*$/, 'outlines are moves and lines'),
      }),
    )
    .max(2000),
  lines: z
    .array(
      z.strictObject({
        start: z.number().int().min(0).max(20_000),
        end: z.number().int().min(0).max(20_000),
        baseline: at,
      }),
    )
    .max(500),
  /**
   * Letters that are written there and could not be told from the picture, and their contrast ratio with it as far as
   * it can be guessed.
   */
  unfound: z
    .strictObject({ letters: z.number().int().min(1).max(20_000), ratio: finite(1, 21) })
    .nullable()
    .default(null),
});
export type Traced = z.infer<typeof TracedSchema>;
