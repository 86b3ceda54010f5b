import { expect, test } from '@jest/globals';
import { axeFindings, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { openStudio, publish } from '../support/studio';

// Two designs of one page: made, published, met, and ended, through the interface.
const open = openForAll('demo');
const PHONE = { viewport: { width: 390, height: 844 }, bypassCSP: true };

test('another design of a page, shown to half of the visitors, the same each time; ended, it is the page', async () => {
  const studio = await openStudio(open);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio
    .getByRole('link', { name: /^Wren sound cards/ })
    .first()
    .click();
  await studio.getByRole('button', { name: 'Test another version of this page' }).click();
  const two = studio.getByRole('group', { name: 'A/B test of this page' });
  await two.getByLabel('A/B test of this page: share that sees version B').waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await two.getByRole('link', { name: 'version B' }).click();
  await studio.getByText('The other version in an A/B test: only some visitors see it.').waitFor();
  await studio.getByRole('textbox', { name: 'Headline' }).first().fill('Hear the wren at last');
  await publish(studio);

  let others = 0;
  for (let n = 0; n < 12 && (others === 0 || others === n); n += 1) {
    const page = await newPage(open.browser, PHONE);
    await page.goto(`${open.served.base}/wren-sound-cards`);
    const isOther = (await page.getByText('Hear the wren at last').count()) > 0;
    await page.reload();
    expect((await page.getByText('Hear the wren at last').count()) > 0).toBe(isOther);
    others += isOther ? 1 : 0;
    await page.context().close();
  }
  // With twelve visitors one side alone would come once in two thousand times.
  expect(others).toBeGreaterThan(0);

  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio
    .getByRole('link', { name: /^Wren sound cards/ })
    .first()
    .click();
  await two.getByText(/Not enough visitors yet to tell/).waitFor();
  await two.getByRole('button', { name: 'End test, use version B' }).click();
  await publish(studio);
  for (let n = 0; n < 3; n += 1) {
    const page = await newPage(open.browser, PHONE);
    await page.goto(`${open.served.base}/wren-sound-cards`);
    await page.getByText('Hear the wren at last').first().waitFor();
    await page.context().close();
  }
});
