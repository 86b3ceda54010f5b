import { expect, test } from '@jest/globals';
import { walkRelease } from '#core/shop';
import { sealContent } from '#core/release';
import { draftContent, release } from '../../support/release';

const NOW = '2026-06-15T08:00:00.000Z';

test('a practice buyer gets in at every price on sale, and nobody is charged', async () => {
  expect(await walkRelease(release(), NOW)).toEqual({ of: 3, gotIn: 3, failed: [] });
});

test('what a buyer would stumble on is said in a sentence; what is not on sale on purpose is not tried', async () => {
  const draft = draftContent();
  const [field, free] = draft.offers;
  if (field?.prices[1]) field.prices[1].sale = { from: '2026-07-01', until: '' };
  if (free) free.productIds = ['prd_gone'];
  const walked = await walkRelease(release(1, null, sealContent(draft)), NOW);
  expect(walked.of).toBe(2);
  expect(walked.gotIn).toBeLessThan(walked.of);
  expect(walked.failed.join(' ')).toMatch(/Nothing was published|did not open/);
});
