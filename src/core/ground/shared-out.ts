// Work in equal pieces, shared out among several who do it.

/**
 * Runs something for each item; whoever is free takes the next.
 * @param run null where the question was overtaken: nothing more is begun
 * @param enough ends it early, told of what is there so far
 * @param mine whether someone may take an item; anybody, where left out
 * @returns in the order of the items, without those that were not begun; null where it was overtaken
 */
export async function sharedOut<Worker, T, R>(
  workers: readonly Worker[],
  items: readonly T[],
  run: (worker: Worker, item: T) => Promise<R | null>,
  enough: (found: readonly R[]) => boolean = () => false,
  mine: (worker: Worker, item: T) => boolean = () => true,
): Promise<R[] | null> {
  const found = new Map<T, R>(),
    left = [...items];
  let over = false,
    overtaken = false;
  await Promise.all(
    workers.map(async (worker) => {
      for (;;) {
        const at = left.findIndex((item) => mine(worker, item));
        if (over || at < 0) return;
        const [item] = left.splice(at, 1),
          result = await run(worker, item).catch((e: unknown) => {
            over = true;
            throw e;
          });
        if (result === null) overtaken = over = true;
        else {
          found.set(item, result);
          over ||= enough([...found.values()]);
        }
      }
    }),
  );
  return overtaken ? null : items.flatMap((item) => (found.has(item) ? [found.get(item)!] : []));
}
