import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { onceQuiet } from '../../../src/studio/data/onceQuiet';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

test('waits for as long as somebody types, acts once, and not at all when it is stopped', () => {
  const keys = new EventTarget();
  const act = jest.fn();
  onceQuiet(1_000, act, keys);
  for (let i = 0; i < 5; i += 1) {
    jest.advanceTimersByTime(900);
    keys.dispatchEvent(new Event('keydown'));
  }
  expect(act).not.toHaveBeenCalled();
  jest.advanceTimersByTime(1_000);
  expect(act).toHaveBeenCalledTimes(1);
  keys.dispatchEvent(new Event('keydown'));
  jest.advanceTimersByTime(5_000);
  expect(act).toHaveBeenCalledTimes(1);

  const never = jest.fn();
  onceQuiet(1_000, never, keys)();
  keys.dispatchEvent(new Event('keydown'));
  jest.advanceTimersByTime(5_000);
  expect(never).not.toHaveBeenCalled();
});
