// What a changed house style would change: asked anew when it changes, what is overtaken is dropped.
import { useEffect, useReducer, useRef } from 'react';
import { changesBetween } from '../../core/house/merge';
import type { HouseStyle } from '../../core/values/house';
import { api, type HousePart, type HouseStands, inWords } from '../shared/api';

/** What is known of a piece that would change. */
export interface Trial {
  id: string;
  name: string;
  slides: number[];
  pictures: { before?: string; after?: string };
  before?: HouseStands;
  after?: HouseStands;
  failed?: true;
}
export interface Trials {
  /** Null while they are looked for. */
  pieces: Trial[] | null;
  error: string | null;
}
const NOTHING: Trials = { pieces: null, error: null };
type Step = HousePart | { is: 'anew' } | { is: 'error'; error: string };

function reduce(state: Trials, step: Step): Trials {
  if (step.is === 'anew') return NOTHING;
  if (step.is === 'error') return { ...state, error: step.error };
  if (step.is === 'pieces') return { ...NOTHING, pieces: step.pieces.map((p) => ({ ...p, pictures: {} })) };
  const { id } = step,
    to = (p: Trial): Partial<Trial> =>
      step.is === 'picture'
        ? { pictures: { ...p.pictures, [step.of]: step.picture } }
        : step.is === 'failed'
          ? { failed: true }
          : { before: step.before, after: step.after };
  return { ...state, pieces: state.pieces?.map((p) => (p.id === id ? { ...p, ...to(p) } : p)) ?? null };
}

/** So long nothing more is changed before pieces are looked at, ms; a change after a calm is looked at at once. */
const REST = 30;
const CALM = 300;

export function useTrials(campaign: string, base: HouseStyle, style: HouseStyle): Trials {
  const [state, step] = useReducer(reduce, NOTHING),
    changed = useRef(-Infinity);
  useEffect(() => {
    step({ is: 'anew' });
    const calm = performance.now() - changed.current > CALM;
    changed.current = performance.now();
    if (!changesBetween(base, style)) return;
    const going = new AbortController(),
      { signal } = going;
    const timer = setTimeout(
      () =>
        void api
          .previewHouse(campaign, style, signal, (part) => signal.aborted || step(part))
          .catch((e: unknown) => signal.aborted || step({ is: 'error', error: inWords(e).title })),
      calm ? 0 : REST,
    );
    return () => {
      clearTimeout(timer);
      going.abort();
    };
  }, [campaign, base, style]);
  return state;
}

const ORDER = { lost: 0, strained: 1, clear: 2 } as const;
/** Would its weakest text read worse, by its verdict? */
export const worse = ({ before, after }: Trial): boolean =>
  !!before?.verdict && !!after?.verdict && ORDER[after.verdict] < ORDER[before.verdict];
