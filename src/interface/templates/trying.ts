// Somebody's photo and words in every template: each is painted small as soon as a worker has it, those that are not
// Clear are solved by other ways afterwards. What has been overtaken by newer words is dropped.
import { useEffect, useReducer, useRef } from 'react';
import type { Material } from '../../core/filling/fill';
import { sharedOut } from '../../core/ground/shared-out';
import type { Piece } from '../../core/piece/schema';
import { solverWorkers } from '../../workers/clients';
import type { TemplatePreview } from '../../workers/reading/filling';
import { nextQuestion } from '../shared/questions';

export interface Template {
  id: string;
  piece: Piece;
}
export interface Tried {
  preview: TemplatePreview;
  /** The question it is an answer to. */
  question: number;
  /** Other ways were tried, since its own overlays are not enough. */
  ways: boolean;
}

/** How long nobody must have typed, ms. */
const REST = 220;

const nothing = ({ photo, headline, lines, logo }: Material): boolean =>
  !photo && !logo && !headline.trim() && !lines.some((l) => l.trim());

export interface Trying {
  tried: ReadonlyMap<string, Tried>;
  /** Why some could not be tried. */
  failed: string | null;
  /** All of them have been tried with what is there now. */
  done: boolean;
  /** What is asked now. */
  question: number;
  /** There is something to try. */
  any: boolean;
  /** Ids of the templates, the best first. They change once all are tried, so that nothing moves under a pointer. */
  order: readonly string[];
}
type Change = Partial<Trying> | { id: string; tried: Tried };
const reduce = (state: Trying, change: Change): Trying =>
  'id' in change
    ? { ...state, tried: new Map(state.tried).set(change.id, change.tried) }
    : change.done && change.any !== false
      ? { ...state, ...change, order: ranked(state.order, state.tried) }
      : { ...state, ...(change as Partial<Trying>) };

export function useTrying(templates: readonly Template[], material: Material): Trying {
  const [state, change] = useReducer(reduce, {
    tried: new Map(),
    failed: null,
    done: true,
    question: 0,
    any: false,
    order: templates.map((t) => t.id),
  });
  const first = useRef(state.order);
  useEffect(() => {
    first.current = state.order;
  }, [state.order]);
  const key = JSON.stringify(material);
  useEffect(() => {
    const own = JSON.parse(key) as Material,
      mine = nextQuestion();
    let gone = false;
    if (nothing(own)) {
      change({ tried: new Map(), failed: null, done: true, any: false });
      return;
    }
    change({ done: false, any: true, failed: null, question: mine });
    const timer = setTimeout(() => void tryAll(mine, own), REST);
    async function tryAll(question: number, what: Material): Promise<void> {
      const at = (id: string): number => first.current.indexOf(id) + 1 || 1e6,
        queue = [...templates].sort((a, b) => at(a.id) - at(b.id)),
        again: Template[] = [];
      const work = (list: readonly Template[], ways: boolean): Promise<unknown> =>
        sharedOut(solverWorkers(), list, async (worker, template) => {
          if (gone) return null;
          try {
            const preview = await worker.tryTemplate(question, template.piece, what, ways);
            if (!preview || gone) return null;
            change({ id: template.id, tried: { preview, ways, question } });
            if (!ways && !preview.outcome.clear) again.push(template);
          } catch (e) {
            if (!gone) change({ failed: e instanceof Error ? e.message : String(e) });
          }
          return true;
        });
      await work(queue, false);
      await work(again, true);
      if (!gone) change({ done: true });
    }
    return () => {
      clearTimeout(timer);
      gone = true;
    };
  }, [templates, key]);
  return state;
}

/** The Clear ones first, of those the ones that keep most of the photo; what is not known stays where it was. */
function ranked(ids: readonly string[], tried: ReadonlyMap<string, Tried>): string[] {
  const worth = (id: string): number => {
    const outcome = tried.get(id)?.preview.outcome;
    return outcome ? (outcome.clear ? 1000 : 0) - outcome.cost : -Infinity;
  };
  return [...ids].sort((a, b) => worth(b) - worth(a) || 0);
}
