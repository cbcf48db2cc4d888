// Answers that are asked for once and remembered; one that failed is asked for again.
import { LRUCache } from 'lru-cache';

/** @param most answers that are remembered, those not used for longest going first */
export function remembered<T>(ask: (id: string) => Promise<T>, most = 500): (id: string) => Promise<T> {
  const known = new LRUCache<string, Promise<T>>({ max: most });
  return (id) => {
    let answer = known.get(id);
    if (!answer) {
      known.set(id, (answer = ask(id)));
      answer.catch(() => known.delete(id));
    }
    return answer;
  };
}
