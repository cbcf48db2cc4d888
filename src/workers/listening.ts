// Offers an interface to the page.
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

/** @returns what has the page's questions answered by `api` from then on */
export const listening = (api: object) => (): void => expose(api, page());
