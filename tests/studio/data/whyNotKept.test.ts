import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';

import { whyNotKept } from '../../../src/studio/data/whyNotKept';

const { default: Dexie } = await import('dexie');
const store = new Dexie('why-not-kept');
store.version(1).stores({ things: 'id' });

/** What somebody is told whose write failed within a transaction, as a database wraps it. */
const toldOf = (fault: Error): Promise<string> =>
  store
    .transaction('rw', store.table('things'), async () => {
      await store.table('things').put({ id: 1 });
      throw fault;
    })
    .then(
      () => 'kept',
      (error: unknown) => whyNotKept(error).why,
    );

test('only a lack of room is said to be one; a closed database and anything else are called what they are', async () => {
  expect(await toldOf(new DOMException('full', 'QuotaExceededError'))).toBe('this browser has no room left');
  expect(await toldOf(new TypeError('a fault of ours'))).toBe('this browser could not save it (TypeError)');
  store.close();
  expect(await toldOf(new Error('never reached'))).toMatch(/^this browser closed its database/);
  // An aborted transaction that carries the lack of room inside.
  const inside = Object.assign(new Error('aborted'), { inner: new DOMException('full', 'QuotaExceededError') });
  expect(whyNotKept(inside)).toEqual({
    why: 'this browser has no room left',
    then: 'Free some space on this computer and try again.',
  });
  expect(whyNotKept('words').why).toBe('this browser could not save it (unknown error)');
});
