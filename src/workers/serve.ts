// Offers an interface to the page. HarfBuzz loads its WebAssembly before the rest of a worker can run; what the page
// says meanwhile would be lost, so it is held until the interface is there.
import { type Endpoint, expose } from 'comlink';
import { unpacking } from './packing';

/** The page as comlink listens to it, with what it says unpacked. */
function page(): Endpoint {
  const unpacked = unpacking();
  return {
    postMessage: (message: unknown, transfer: Transferable[] = []) => self.postMessage(message, { transfer }),
    addEventListener: (type, listener) => {
      const hear = typeof listener === 'function' ? listener : listener.handleEvent.bind(listener);
      self.addEventListener(type, (e) => {
        const { data, origin } = e as MessageEvent<unknown>;
        hear(new MessageEvent(type, { data: unpacked(data), origin }));
      });
    },
    // It listens as long as the worker lives.
    removeEventListener: () => {},
  };
}

export async function serve(load: () => Promise<object>): Promise<void> {
  const held: MessageEvent[] = [];
  const hold = (e: MessageEvent): void => void held.push(e);
  self.addEventListener('message', hold);
  const api = await load();
  self.removeEventListener('message', hold);
  expose(api, page());
  for (const e of held)
    self.dispatchEvent(new MessageEvent('message', { data: e.data as unknown, ports: [...e.ports], origin: e.origin }));
}
