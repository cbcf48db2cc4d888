// Pictures passed on: copies of what there is, and nothing from who does not answer.
import { borrowAt, lendAt, type Lent } from './lending';

const picture = (): Lent => ({
  pixels: { width: 1, height: 2, data: Uint8ClampedArray.of(1, 2, 3, 255, 4, 5, 6, 255) },
  drawing: null,
  drawn: false,
});
let open: MessagePort[] = [];
function channel(): MessageChannel {
  const made = new MessageChannel();
  open.push(made.port1, made.port2);
  return made;
}
afterEach(() => {
  for (const port of open) port.close();
  open = [];
});

it('what is lent is a copy: it stays where it was', async () => {
  const { port1, port2 } = channel(),
    own = picture(),
    asked: [string, number][] = [];
  lendAt(port1, (id, side) => {
    asked.push([id, side]);
    return Promise.resolve(id === 'photo' ? own : null);
  });
  const borrow = borrowAt(port2);
  expect(await borrow('photo', 1200)).toEqual(picture());
  expect(own).toEqual(picture());
  expect(await borrow('another', 0)).toBeNull();
  expect(asked).toEqual([
    ['photo', 1200],
    ['another', 0],
  ]);
});

it('who does not answer in time, or cannot, has nothing', async () => {
  const silent = channel();
  expect(await borrowAt(silent.port2, 30)('photo', 0)).toBeNull();
  const failing = channel();
  lendAt(failing.port1, () => Promise.reject(new Error('no such picture')));
  expect(await borrowAt(failing.port2)('photo', 0)).toBeNull();
});
