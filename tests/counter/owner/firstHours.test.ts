import { expect, test } from '@jest/globals';
import { openShop } from '../../support/counter';
import { releaseContent } from '../../support/release';

test('two counters in one process: each says of its own release whether a practice buyer gets in', async () => {
  const whole = releaseContent();
  // The same number of release in both; in the second the free price is off sale, so that fewer ways lead in.
  const fewer = { ...whole, offers: whole.offers.map((o) => ({ ...o, onSale: o.id !== 'off_free' })) };
  const shops = [await openShop({ content: whole }), await openShop({ content: fewer })];
  try {
    const walked: { of: number; gotIn: number; failed: string[] }[] = [];
    for (const { owner } of [...shops, ...shops]) {
      const response = await owner.fetch('/owner/api/first-hours');
      walked.push(((await response.json()) as { first: { walked: (typeof walked)[number] } }).first.walked);
    }
    const prices = (content: typeof whole): number =>
      content.offers.filter((o) => o.onSale).flatMap((o) => o.prices).length;
    const all = { of: prices(whole), gotIn: prices(whole), failed: [] };
    const some = { of: prices(fewer), gotIn: prices(fewer), failed: [] };
    expect(some.of).toBeLessThan(all.of);
    expect(walked).toEqual([all, some, all, some]);
  } finally {
    for (const shop of shops) await shop.close();
  }
});
