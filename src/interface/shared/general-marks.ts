// General marks: outlines by name, loaded when somebody looks for one.
import { workerFile } from '../../workers/address';

export interface Mark {
  name: string;
  category: string;
  tags: string[];
  /** SVG path data in a frame of that size. */
  d: string;
  width: number;
  height: number;
}

let marks: Promise<Mark[]> | null = null;
/** @throws Error where they cannot be loaded; asked again they are loaded again */
export function loadMarks(): Promise<Mark[]> {
  marks ??= (async () => {
    const answer = await fetch(workerFile('marks.json'));
    if (!answer.ok) throw new Error(`The marks could not be loaded (${answer.status})`);
    return (await answer.json()) as Mark[];
  })();
  marks.catch(() => (marks = null));
  return marks;
}

/** Marks that all words of a search are found in, those named so first. */
export function marksLike(all: readonly Mark[], search: string, category: string | null): Mark[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean),
    rank = (m: Mark): number => {
      if (!words.length) return 1;
      const named = words.every((w) => m.name.includes(w));
      if (named) return m.name === words.join(' ') ? 4 : m.name.startsWith(words[0]) ? 3 : 2;
      return words.every((w) => m.name.includes(w) || m.tags.some((t) => t.startsWith(w))) ? 1 : 0;
    };
  return all
    .filter((m) => category === null || m.category === category)
    .map((m) => ({ m, rank: rank(m) }))
    .filter((x) => x.rank > 0)
    .sort((a, b) => b.rank - a.rank)
    .map((x) => x.m);
}
