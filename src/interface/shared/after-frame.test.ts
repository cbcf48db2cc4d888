import { jest } from '@jest/globals';
import { afterFrame } from './after-frame';

let frame: (() => void) | null;
beforeEach(() => {
  frame = null;
  jest.useFakeTimers();
  globalThis.requestAnimationFrame = (f) => ((frame = () => f(0)), 1);
  globalThis.cancelAnimationFrame = () => void (frame = null);
});
afterEach(() => jest.useRealTimers());

it('waits for a frame, and for what is done with it', () => {
  const then = jest.fn();
  afterFrame(then);
  frame!();
  expect(then).not.toHaveBeenCalled();
  jest.advanceTimersByTime(1);
  expect(then).toHaveBeenCalledTimes(1);
  jest.advanceTimersByTime(1000);
  expect(then).toHaveBeenCalledTimes(1);
});

it('where no frame comes it does not wait for ever', () => {
  const then = jest.fn();
  afterFrame(then);
  jest.advanceTimersByTime(1000);
  expect(then).toHaveBeenCalledTimes(1);
});

it('is called off before the frame and after it', () => {
  const then = jest.fn();
  afterFrame(then)();
  expect(frame).toBeNull();
  const off = afterFrame(then);
  frame!();
  off();
  jest.advanceTimersByTime(1000);
  expect(then).not.toHaveBeenCalled();
});
