import { expect, test } from '@jest/globals';
import { checkEvent, NewerHistory, readEvent } from '#core/journal';

test('what a newer program wrote is refused whole, and says what to do', () => {
  for (const written of [
    { type: 'done', v: 99, data: { key: 'k' } },
    { type: 'moon.risen', v: 1, data: {} },
    { type: 'toString', v: 1, data: {} },
    { type: 'done', v: 0, data: { key: 'k' } },
  ]) {
    expect(() => readEvent(written)).toThrow(NewerHistory);
    expect(() => readEvent(written)).toThrow(/Nothing was changed\. Start the newer version again\.$/);
  }
});

test('a fact of the present version is taken as it is, and one that says more or less than it may is not', () => {
  expect(checkEvent({ type: 'done', v: 1, data: { key: 'k' } })).toEqual({ type: 'done', v: 1, data: { key: 'k' } });
  expect(() => checkEvent({ type: 'done', v: 1, data: {} })).toThrow();
  expect(() => checkEvent({ type: 'done', v: 1, data: { key: 'k', amount: 1 } })).toThrow();
});
