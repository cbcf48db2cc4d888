import { drawMarks, type Marks, type MarksPlace } from './marks';

type Called = [name: string, ...args: unknown[]];
/** What is drawn, call by call, with the colour it is drawn in. */
function drawn(marks: Partial<Marks>, place: Partial<MarksPlace> = {}): Called[] {
  const calls: Called[] = [];
  const call =
    (name: string, inColour?: 'fillStyle' | 'strokeStyle') =>
    (...args: unknown[]): void =>
      void calls.push([name, ...args, ...(inColour ? [c[inColour]] : [])]);
  const c: Parameters<typeof drawMarks>[0] = {
    fillStyle: '',
    strokeStyle: '',
    lineWidth: 0,
    font: '',
    textAlign: 'start',
    save: call('save'),
    restore: call('restore'),
    translate: call('translate'),
    rotate: call('rotate'),
    setLineDash: call('setLineDash'),
    beginPath: call('beginPath'),
    moveTo: call('moveTo'),
    lineTo: call('lineTo'),
    stroke: call('stroke', 'strokeStyle'),
    fillRect: call('fillRect', 'fillStyle'),
    strokeRect: call('strokeRect', 'strokeStyle'),
    fillText: call('fillText', 'fillStyle'),
  };
  drawMarks(
    c,
    { frames: [], vertical: [], horizontal: [], distances: [], ...marks },
    {
      width: 400,
      height: 300,
      slide: { x: 50, y: 20, width: 200, height: 200 },
      scale: 0.5,
      density: 1,
      ...place,
    },
  );
  return calls;
}
const named = (calls: Called[], name: string): Called[] => calls.filter(([n]) => n === name);

describe('distances', () => {
  const across = { axis: 'x', from: 100, to: 300, at: 80, equal: false } as const;

  test('a line from end to end, a stroke at either, and the number in pixels of the size in its middle', () => {
    const calls = drawn({ distances: [across] });
    // 50 + 100 / 2 to 50 + 300 / 2, at 20 + 80 / 2.
    expect(named(calls, 'fillRect').slice(0, 3)).toEqual([
      ['fillRect', 100, 60, 100, 1, '#16202a'],
      ['fillRect', 100, 56, 1, 8, '#16202a'],
      ['fillRect', 200, 56, 1, 8, '#16202a'],
    ]);
    expect(named(calls, 'fillText')).toEqual([['fillText', '200', 150, 64, '#fff']]);
  });

  test('upright ones are the same, turned', () => {
    const calls = drawn({ distances: [{ ...across, axis: 'y' }] });
    expect(named(calls, 'fillRect')[0]).toEqual(['fillRect', 90, 70, 1, 100, '#16202a']);
    expect(named(calls, 'fillText')[0].slice(1, 4)).toEqual(['200', 90, 124]);
  });

  test('equal gaps have a colour of their own and a thicker line', () => {
    expect(named(drawn({ distances: [{ ...across, equal: true }] }), 'fillRect')[0]).toEqual([
      'fillRect',
      100,
      60,
      100,
      2,
      '#a84300',
    ]);
  });

  test('where a number would be longer than what it says, there is none', () => {
    expect(named(drawn({ distances: [{ ...across, to: 116 }] }), 'fillText')).toEqual([]);
    expect(named(drawn({ distances: [{ ...across, to: 118 }] }), 'fillText')).toHaveLength(1);
  });
});

describe('frames', () => {
  const box = { x: 20, y: 40, width: 100, height: 60 };

  test('one has a light ring and a blue one round it, on whole pixels, turned round its middle', () => {
    const calls = drawn({ frames: [{ box, rotation: 90 }] });
    expect(named(calls, 'strokeRect')).toEqual([
      ['strokeRect', -25.5, -15.5, 51, 31, '#fff'],
      ['strokeRect', -26.5, -16.5, 53, 33, '#234690'],
    ]);
    expect(named(calls, 'translate')[0]).toEqual(['translate', 50 + 10 + 25, 20 + 20 + 15]);
    expect(named(calls, 'rotate')[0][1]).toBeCloseTo(Math.PI / 2);
  });

  test('several have a quiet ring each, and one frame round all', () => {
    const calls = drawn({
      frames: [
        { box, rotation: 0 },
        { box: { ...box, x: 220 }, rotation: 0 },
      ],
    });
    const rings = named(calls, 'strokeRect');
    expect(rings).toHaveLength(4);
    // 300 pixels of the size wide together.
    expect(rings[2].slice(3, 5)).toEqual([151, 31]);
  });
});

test('lines that hold go over the whole slide, sharp, and no further', () => {
  const calls = drawn({ vertical: [100], horizontal: [0] });
  expect(calls.filter(([n]) => n === 'moveTo' || n === 'lineTo')).toEqual([
    ['moveTo', 100.5, 20],
    ['lineTo', 100.5, 220],
    ['moveTo', 50, 20.5],
    ['lineTo', 250, 20.5],
  ]);
  expect(named(calls, 'setLineDash')).toEqual([
    ['setLineDash', [4, 3]],
    ['setLineDash', []],
  ]);
});
