import { readied, sendFirst, takeFirst } from './first';

/** Strokes that were made on canvases, each with the size of its own. */
let strokes: string[] = [];
class Canvas {
  constructor(
    public width: number,
    public height: number,
  ) {}
  getContext(): object {
    const stroke = (name: string) => (): void => void strokes.push(`${name} ${this.width} x ${this.height}`);
    return { fillRect: stroke('fill'), clearRect: stroke('clear') };
  }
}

beforeAll(() => {
  Object.assign(globalThis, { OffscreenCanvas: Canvas });
});
beforeEach(() => (strokes = []));

it('a canvas that is sent ahead is made ready with another of its size, and left empty', () => {
  const canvas = new Canvas(300, 200) as unknown as OffscreenCanvas,
    sent: [unknown, unknown][] = [];
  sendFirst({ postMessage: (...all: [unknown, unknown]) => sent.push(all) } as unknown as Worker, canvas);
  const [[message, transferred]] = sent;
  expect(transferred).toEqual([canvas]);
  expect(readied(message)).toBe(true);
  expect(strokes).toEqual(['fill 300 x 200', 'clear 300 x 200', 'fill 300 x 200', 'clear 300 x 200']);
  const first = takeFirst()!;
  expect(first.canvas).toBe(canvas);
  expect(first.spare).not.toBe(canvas);
  expect([first.spare.width, first.spare.height]).toEqual([300, 200]);
  expect(takeFirst()).toBeNull();
});

it('everything else is left to whoever answers', () => {
  for (const said of [null, undefined, 7, 'first', {}, { type: 'APPLY', path: ['attach'] }])
    expect(readied(said)).toBe(false);
  expect(strokes).toEqual([]);
  expect(takeFirst()).toBeNull();
});
