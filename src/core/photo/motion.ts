// When which frame of a moving picture shows. Times are ms from the beginning; clips are played again and again.
import type { Frame, Motion } from '../values/motion';

/** A moving picture as it begins. */
export const makeMotion = (frames: readonly Frame[]): Motion => ({
  on: true,
  frames: [...frames],
  start: 0,
  speed: 1,
});

/** How long one turn takes, ms. */
export const lengthOf = ({ frames, speed }: Motion): number => frames.reduce((sum, f) => sum + f.ms, 0) / speed;

/** Index of the frame that shows at a time, ms >= 0. */
export function frameAt({ frames, start, speed }: Motion, time: number): number {
  const whole = frames.reduce((sum, f) => sum + f.ms, 0);
  // A change happens at its time, however that came about.
  let left = (time * speed + start * 1000 + 1e-6) % whole;
  for (let i = 0; i < frames.length; i++) {
    left -= frames[i].ms;
    if (left < 0) return i;
  }
  return 0;
}

/** Times in [0, until) at which another frame comes, ms; the first is 0. */
export function changesOf({ frames, start, speed }: Motion, until: number): number[] {
  const whole = frames.reduce((sum, f) => sum + f.ms, 0),
    from = (start * 1000) % whole,
    out = [0];
  for (let turn = 0; ; turn++) {
    let at = turn * whole - from;
    if (at / speed >= until) return out;
    for (const { ms } of frames) {
      const time = at / speed;
      if (time > 1e-6 && time < until - 1e-6) out.push(time);
      at += ms;
    }
  }
}
