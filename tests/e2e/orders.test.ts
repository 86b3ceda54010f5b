import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, mirrored, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';

// What stands beside a price and after payment, as its buyer and the seller meet it.
const open = openForAll('demo');
const PHONE = { viewport: { width: 390, height: 844 } };

async function fillIn(page: Page, path: string, address: string, card = 'Goes through'): Promise<void> {
  await page.goto(`${open.served.base}/${path}/checkout`);
  await page.getByLabel('Email').fill(address);
  await page.getByLabel('Name', { exact: true }).fill('Ilmar Oriel');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: card, exact: true }).click();
}

/** The story of the newest order, in the studio. */
async function newestStory(): Promise<Page> {
  const studio = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  await studio.goto(open.served.studio);
  await studio.getByText('Shop online').waitFor();
  await mirrored(studio);
  await studio.goto(`${new URL(studio.url()).origin}/studio/deliver/orders`);
  await studio.getByRole('row').nth(1).getByRole('link').first().click();
  return studio;
}

test('an extra ticked by keyboard on a phone: said before, in the sum, paid once, both things open; the seller reads both', async () => {
  const page = await newPage(open.browser, { ...PHONE, bypassCSP: true });
  const complaints = complaintsOf(page);
  await fillIn(page, 'dawn-field-pack', 'extra@example.org');
  expect(await page.getByTestId('due-today').textContent()).toBe('€24.00');
  const extra = page.getByLabel(/^Add the wren/);
  expect(await extra.isChecked()).toBe(false);
  await page.getByText('Today €12.00, one payment.').waitFor();
  await extra.focus();
  await page.keyboard.press('Space');
  expect(await extra.isChecked()).toBe(true);
  await page.getByRole('button', { name: 'Pay €36.00 now' }).waitFor();
  expect(await page.getByTestId('due-today').textContent()).toBe('€36.00');
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Pay €36.00 now' }).click();
  await page.waitForURL('**/thanks');
  await page.getByText('Wren sound cards', { exact: true }).first().waitFor();
  expect(await page.getByRole('link', { name: /^Download / }).count()).toBe(10);
  expect(complaints).toEqual([]);

  const studio = await newestStory();
  await studio.getByText(/€36\.00 for Dawn field pack, Wren sound cards, card ending 0001/).waitFor();
  await studio.getByRole('button', { name: 'Refund …' }).click();
  await studio.getByLabel('Amount to refund for Dawn field pack').fill('0');
  await studio.getByRole('button', { name: 'Refund €12.00 and close access to 1 product' }).click();
  await studio.getByText('The refund is on its way.').waitFor();
  await studio.context().close();
  await page.reload();
  expect(await page.getByRole('link', { name: /^Download / }).count()).toBe(6);
});

test('an offer after payment: the card refuses it, another takes it; back and reload change nothing; its own receipt', async () => {
  const page = await newPage(open.browser, { ...PHONE, bypassCSP: true });
  await fillIn(page, 'wren-sound-cards', 'offer@example.org', 'Goes through once, refuses later');
  await page.getByRole('button', { name: 'Pay €12.00 now' }).click();
  await page.waitForURL('**/offer');
  await page.getByText('Today €1.00 for the first 14 days.', { exact: false }).waitFor();
  const yes = page.getByRole('button', { name: 'Yes, add it: €1.00 to the card ending 0043' });
  await yes.waitFor();
  expect(await axeFindings(page)).toEqual([]);
  // The kept card refuses from now on: what was bought stands, and another card is asked for.
  await yes.click();
  await page.getByText('insufficient funds', { exact: false }).waitFor();
  await page.getByText('Your earlier purchase is not affected.', { exact: false }).waitFor();
  await page.getByRole('button', { name: 'Use another card' }).click();
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: 'Yes, add it: €1.00', exact: true }).click();
  await page.waitForURL('**/thanks');
  await page.getByRole('cell', { name: 'Paid', exact: true }).waitFor();
  expect(await page.locator('table').textContent()).toMatch(
    /Wren sound cards€12\.00.*The sound library, Monthly€1\.00.*€13\.00/,
  );
  await page.goto(`${open.served.base}/wren-sound-cards/offer`);
  await page.waitForURL('**/thanks');
  await page.goto(`${open.served.base}/wren-sound-cards/checkout`);
  await page.waitForURL('**/thanks');

  const studio = await newestStory();
  await studio.getByText(/€13\.00 for Wren sound cards, The sound library/).waitFor();
  await studio.getByText(/R-\d+, R-\d+, available to the buyer as PDF/).waitFor();
  // One visit as one story, by the clock of the shop.
  await studio
    .getByText(/^\d+ seconds? later took The sound library, Monthly, €1\.00, which opens The sound library/)
    .waitFor();
  await studio.context().close();
});

test('left by its plain sentence, in German too: nothing is charged, and the way goes on', async () => {
  const page = await newPage(open.browser, { ...PHONE, locale: 'de-DE' });
  await page.goto(`${open.served.base}/wren-sound-cards/checkout`);
  await page.getByLabel('E-Mail').fill('nein@example.org');
  await page.getByLabel('Name', { exact: true }).fill('Ilmar Oriel');
  await page.getByText(/Beispielkarten|Musterkarten|Testkarten/).click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: /^Jetzt 12,00/ }).click();
  await page.waitForURL('**/offer');
  await page.getByRole('button', { name: /^Ja, dazu: 1,00/ }).waitFor();
  await page.getByRole('button', { name: 'Nein, danke' }).click();
  await page.waitForURL('**/thanks');
  expect(await page.getByText(/1,00/).count()).toBe(0);
});
