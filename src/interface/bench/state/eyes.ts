// To which eyes and in which light the slide is shown and read, by the view of the stage.
import { create } from 'zustand';
import { acuityBlur, lightMatrix, type Seeing } from '../../../core/colour/seeing';
import { type StageView, useBench } from './store';

interface Eyes {
  /** Of a colour-vision deficiency, 0..1. */
  severity: number;
  /** Decimal acuity. */
  acuity: number;
  /** Share of the screen's white that is reflected. */
  glare: number;
  /** Device pixels to a CSS pixel where the slide is looked at as shown. */
  density: number;
}
export const useEyes = create<Eyes>(() => ({ severity: 1, acuity: 0.25, glare: 0.3, density: 2 }));

/** Views that are measured as they look. */
export function seeingOf(view: StageView, eyes: Eyes): Seeing {
  switch (view) {
    case 'grey':
      return { kind: 'grey' };
    case 'protan':
    case 'deutan':
    case 'tritan':
      return { kind: view, severity: eyes.severity };
    case 'low':
      return { kind: 'low', acuity: eyes.acuity };
    case 'sun':
      return { kind: 'sun', glare: eyes.glare };
    default:
      return { kind: 'plain' };
  }
}
export const seeingNow = (): Seeing => seeingOf(useBench.getState().view, useEyes.getState());

/** What each is called, in the middle of a sentence. */
export const SEEN_AS: Partial<Record<StageView, string>> = {
  grey: 'in grey',
  protan: 'without red cones',
  deutan: 'without green cones',
  tritan: 'without blue cones',
  low: 'with low vision',
  sun: 'in bright sun',
};

/** The colour matrix for an SVG filter in linear light, row by row; null where colours stay. */
export function filterMatrix(seeing: Seeing): string | null {
  const m = lightMatrix(seeing);
  return m && [...m.map((row) => `${row[0]} ${row[1]} ${row[2]} 0 ${row[3]}`), '0 0 0 1 0'].join(' ');
}
/**
 * Blur of the picture on the stage, CSS px. @param scale CSS px to one pixel of the size @param shown CSS px as people
 * see it to one pixel of the size
 */
export const filterBlur = (seeing: Seeing, scale: number, shown: number): number =>
  seeing.kind === 'low' ? (acuityBlur(seeing.acuity) * scale) / shown : 0;
