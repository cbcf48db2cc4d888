// Measures and solves, away from the interface's thread: what the measuring worker and the solvers answer. A question
// that a newer one of its kind has overtaken is dropped.
import type { Family } from '../core/type/catalogue';
import { listening } from './listening';
import { countQuestion, open, painter, studio } from './reading/asked';
import { filling } from './reading/filling';
import { joins } from './reading/joins';
import { photos } from './reading/photos';
import { readings } from './reading/readings';
import { sizes } from './reading/sizes';
import { solving } from './reading/solving';
import { ways } from './reading/ways';
import { widths } from './reading/widths';
import type { Shown } from './stage';

export const api = {
  /** Makes the campaign's own fonts known. */
  fonts(families: Family[]): void {
    painter.useFonts(families);
  },

  /** Asks another worker of the page for pictures first. */
  borrowFrom(port: MessagePort): void {
    studio.borrowFrom(port);
  },

  /** Loads what a slide will need. */
  async hold(scene: Shown): Promise<void> {
    await open(scene);
  },

  ...readings,
  ...photos,
  ...solving,
  ...ways,
  ...joins,
  ...sizes,
  ...widths,
  ...filling,
};

/** Each question is counted. */
export const listen = listening(
  Object.fromEntries(
    Object.entries(api).map(([name, answer]) => [
      name,
      (...asked: never[]) => {
        countQuestion();
        return (answer as (...a: never[]) => unknown)(...asked);
      },
    ]),
  ),
);

export type ReadingApi = typeof api;
