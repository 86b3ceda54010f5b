import { expect, test } from '@jest/globals';
import { sharing } from '../../../src/studio/data/sharing';

const [page, offer, shop] = [{ id: 'pg_1' }, { id: 'off_1' }, { name: 'The Hide' }];

test('lists whose members are the same stay the lists they were; any other is the new one', () => {
  const before = { pages: [page], offers: [offer], shop };
  const other = { id: 'pg_1' };
  const after = { pages: [other], offers: [offer], shop };
  const shared = sharing(after, before);
  expect(shared).toEqual(after);
  expect(shared.offers).toBe(before.offers);
  expect(shared.pages).toBe(after.pages);
  for (const offers of [[], [offer, offer], [{ ...offer }]])
    expect(sharing({ ...after, offers }, before).offers).toBe(offers);
  // What is no list is the new one, as is everything where nothing was before.
  const renamed = { name: 'The Ark' };
  expect(sharing({ ...after, shop: renamed }, before).shop).toBe(renamed);
  expect(sharing(after, undefined)).toBe(after);
});
