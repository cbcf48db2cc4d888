import { jest } from '@jest/globals';
import { whenRested } from './when-rested';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const counted = (): { done: () => number } & ReturnType<typeof whenRested> => {
  let done = 0;
  return { ...whenRested(() => void done++), done: () => done };
};

test('what is asked for again and again is done once, so long after the last time', () => {
  const rest = counted();
  for (let i = 0; i < 20; i++) {
    rest.after(100);
    jest.advanceTimersByTime(50);
  }
  expect(rest.done()).toBe(0);
  jest.advanceTimersByTime(49);
  expect(rest.done()).toBe(0);
  jest.advanceTimersByTime(3);
  expect(rest.done()).toBe(1);
  jest.advanceTimersByTime(1000);
  expect(rest.done()).toBe(1);
});

test('asked for sooner it is done sooner', () => {
  const rest = counted();
  rest.after(400);
  rest.after(60);
  jest.advanceTimersByTime(61);
  expect(rest.done()).toBe(1);
  jest.advanceTimersByTime(1000);
  expect(rest.done()).toBe(1);
});

test('called off it is not done, and can be asked for again', () => {
  const rest = counted();
  rest.after(100);
  rest.stop();
  jest.advanceTimersByTime(500);
  expect(rest.done()).toBe(0);
  rest.after(100);
  jest.advanceTimersByTime(101);
  expect(rest.done()).toBe(1);
});

test('no timer is set anew for what is asked for in every frame', () => {
  const rest = counted(),
    set = jest.spyOn(globalThis, 'setTimeout');
  for (let i = 0; i < 50; i++) {
    rest.after(1000);
    jest.advanceTimersByTime(10);
  }
  expect(set).toHaveBeenCalledTimes(1);
  set.mockRestore();
});
