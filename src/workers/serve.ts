// Starts a worker. What it answers with is loaded by an import of its own: browsers keep what they have compiled of it,
// which they do not for the first file of a worker. HarfBuzz loads its WebAssembly before the rest can run; what the
// page says meanwhile would be lost, so it is held until somebody listens.

/**
 * @param load loads what answers, and has it listen to the page
 * @param done does at once what it can of what the page says: that is not held
 */
export async function serve(
  load: () => Promise<{ listen: () => void }>,
  done: (said: unknown) => boolean = () => false,
): Promise<void> {
  const held: MessageEvent[] = [];
  const hold = (e: MessageEvent): void => {
    if (!done(e.data)) held.push(e);
  };
  self.addEventListener('message', hold);
  const { listen } = await load();
  self.removeEventListener('message', hold);
  self.addEventListener('message', (e: MessageEvent) => void done(e.data));
  listen();
  for (const e of held)
    self.dispatchEvent(new MessageEvent('message', { data: e.data as unknown, ports: [...e.ports], origin: e.origin }));
}
