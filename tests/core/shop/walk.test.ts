import { expect, test } from '@jest/globals';
import { walkRelease } from '#core/shop';
import { sealContent } from '#core/release';
import { pathContent } from '../../support/pathShop';
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

test('what stands beside a price and what is offered after it are walked too, each once', async () => {
  const once = { kind: 'once', amount: '7' } as const;
  const monthly = { kind: 'subscription', amount: '12', trial: { days: '14', fee: '' } } as const;
  const content = pathContent({ extras: [once, monthly], offers: [once, monthly] });
  expect(await walkRelease(release(1, null, content), NOW)).toEqual({ of: 7, gotIn: 7, failed: [] });
  // An offer of what the path itself sells is passed over unseen: its seller hears of it.
  const [path] = content.paths;
  const step = path?.steps.find((s) => s.kind === 'offer');
  if (step?.offer) step.offer = { offerId: 'off_field', priceId: 'pr_class' };
  const walked = await walkRelease(release(1, null, content), NOW);
  expect([walked.of, walked.gotIn, walked.failed]).toEqual([
    7,
    6,
    ['Field pack, Class: it is never offered after payment.'],
  ]);
});
