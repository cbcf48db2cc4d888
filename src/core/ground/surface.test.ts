// Pictures that are painted and read at once share a surface: none shows anything of another.
import { nodeStudio } from '../../server/node-studio';
import { shot, type Surface, type Surfaces } from './surface';

/** A studio that counts its surfaces. */
function counting(): Surfaces & { made: Surface[]; freed: number } {
  const studio = nodeStudio(new Map()),
    out = {
      made: [] as Surface[],
      freed: 0,
      surface(width: number, height: number): Surface {
        const s = studio.surface(width, height),
          { free } = s;
        const counted = {
          ...s,
          free: () => {
            out.freed++;
            free();
          },
        };
        out.made.push(counted);
        return counted;
      },
    };
  return out;
}
const filled = (on: Surfaces, width: number, height: number, colour: string): Uint8ClampedArray =>
  shot(on, width, height, ({ context }) => {
    context.fillStyle = colour;
    context.fillRect(-50, -50, 5000, 5000);
  });

it('one is used again and again, whatever fits on it', () => {
  const on = counting();
  for (const [w, h] of [
    [300, 200],
    [120, 40],
    [384, 256],
    [1, 1],
  ]) {
    const data = filled(on, w, h, '#336699');
    expect(data).toHaveLength(w * h * 4);
    expect([...data.subarray(-4)]).toEqual([0x33, 0x66, 0x99, 255]);
  }
  expect(on.made).toHaveLength(1);
  filled(on, 500, 10, '#000000');
  expect(on.made).toHaveLength(2);
  expect(on.freed).toBe(1);
});

it('what was painted before is gone, and what lies beyond is not painted', () => {
  const on = counting();
  filled(on, 200, 100, '#ff0000');
  filled(on, 40, 90, '#00ff00');
  const empty = shot(on, 220, 110, () => {});
  expect(empty.every((v) => v === 0)).toBe(true);
});

it('it begins as a new one does, whatever the one before left set', () => {
  const on = counting();
  shot(on, 20, 20, ({ context }) => {
    context.setTransform(3, 0, 0, 3, 7, 7);
    context.globalAlpha = 0.2;
    context.globalCompositeOperation = 'multiply';
  });
  const data = shot(on, 20, 20, ({ context }) => {
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, 1, 1);
  });
  expect([...data.subarray(0, 8)]).toEqual([255, 255, 255, 255, 0, 0, 0, 0]);
});

it('one within another has a surface of its own; one that fails gives its own up', () => {
  const on = counting();
  const outer = shot(on, 10, 10, ({ context }) => {
    context.fillStyle = '#0000ff';
    context.fillRect(0, 0, 10, 10);
    filled(on, 10, 10, '#ff0000');
  });
  expect([...outer.subarray(0, 4)]).toEqual([0, 0, 255, 255]);
  expect([on.made.length, on.freed]).toEqual([2, 1]);
  expect(() =>
    shot(on, 10, 10, () => {
      throw new Error('No font');
    }),
  ).toThrow('No font');
  expect([...filled(on, 10, 10, '#123456').subarray(0, 4)]).toEqual([0x12, 0x34, 0x56, 255]);
});

it('a very large one is not kept', () => {
  const on = counting();
  filled(on, 3000, 2500, '#000000');
  expect(on.freed).toBe(1);
});
