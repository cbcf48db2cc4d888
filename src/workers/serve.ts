// Offers an interface to the page. HarfBuzz loads its WebAssembly before the rest of a worker can run; what the page
// says meanwhile would be lost, so it is held until the interface is there.
import { expose } from 'comlink';

export async function serve(load: () => Promise<object>): Promise<void> {
  const held: MessageEvent[] = [];
  const hold = (e: MessageEvent): void => void held.push(e);
  self.addEventListener('message', hold);
  const api = await load();
  self.removeEventListener('message', hold);
  expose(api);
  for (const e of held)
    self.dispatchEvent(new MessageEvent('message', { data: e.data as unknown, ports: [...e.ports], origin: e.origin }));
}
