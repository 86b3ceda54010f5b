import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { openStudio, publish } from '../support/studio';

// How a seller draws what buyers walk, and how buyers then walk it.
const open = openForAll('demo');
const PHONE = { viewport: { width: 390, height: 844 } };

async function buy(page: Page, path: string, address: string): Promise<void> {
  await page.goto(`${open.served.base}/${path}`);
  await page.getByRole('link', { name: 'Get it now' }).click();
  await page.getByLabel('Email').fill(address);
  await page.getByLabel('Name', { exact: true }).fill('Sefa Brook');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
}

test('from a sentence to a live path with an extra, an offer and a softer one; bought, declined, taken', async () => {
  const studio = await openStudio(open);
  const complaints = complaintsOf(studio);
  // Every press of the seller is counted: a choice in a list is one.
  let presses = 0;
  const press = async (name: string | RegExp, role: 'link' | 'button' = 'button'): Promise<void> => {
    presses += 1;
    await studio
      .getByRole(role, { name, exact: typeof name === 'string' })
      .first()
      .click();
  };
  const choose = async (label: string, words: RegExp): Promise<void> => {
    presses += 1;
    const list = studio.getByLabel(label, { exact: true });
    const option = list.locator('option', { hasText: words }).first();
    await list.selectOption((await option.getAttribute('value')) ?? '');
  };
  await press('Sell', 'link');
  await press('New path …', 'link');
  const softer = 'Offer something more after payment, and something else after a “no”';
  await choose('What it sells', /^Wren sound cards/);
  await choose(`${softer}: what is offered after payment`, /for life.*€297/);
  await choose(`${softer}: what is offered after a “no”`, /for life.*4 × €97/);
  await press(new RegExp(`^Create path ?: ${softer}$`));
  await press(/^Checkout ?, €/);
  await choose('Add an extra', /^Dawn field pack.*€24\.00/);
  await choose('Checkout, next: add an exception', /^declined Dawn field pack/);
  await studio.getByText('Ready to publish').waitFor();
  expect(await axeFindings(studio)).toEqual([]);

  // By keyboard along the joins: right by yes, down by no.
  await studio.getByRole('button', { name: /^Checkout ?, €/ }).focus();
  await studio.keyboard.press('ArrowRight');
  await studio.getByRole('button', { name: /€297\.00/, pressed: true }).waitFor();
  await studio.keyboard.press('ArrowDown');
  await studio.getByRole('button', { name: /4 × €97\.00/, pressed: true }).waitFor();
  await studio.keyboard.press('ArrowUp');
  await studio.getByRole('button', { name: /€297\.00/, pressed: true }).waitFor();
  // Walked before anybody else does: what would be charged, sent and opened.
  await studio.getByText('Practice run', { exact: true }).first().click();
  await studio
    .getByLabel(/^Practice run: answer to .*for life/)
    .last()
    .selectOption('yes');
  await studio
    .getByRole('group', { name: 'Practice run: extras' })
    .getByLabel(/^Dawn field pack/)
    .check();
  await studio.getByRole('button', { name: 'Practice run', exact: true }).click();
  await studio.getByText(/^Emails: a receipt, a receipt\. Access to: /).waitFor();
  expect((await studio.locator('.outcome ol, ol').last().textContent()) ?? '').toMatch(
    /Checkout€36\.00.*: no.*: yes€97\.00/,
  );
  // And walked by the seller themselves, in the middle of the draft: a shop of its own, which the real one knows nothing of.
  const from = studio.getByLabel('Practice run by yourself: first step');
  const softerStep = from.locator('option', { hasText: /4 × €97|softer/i }).last();
  await from.selectOption((await softerStep.getAttribute('value')) ?? '');
  const opened = studio.context().waitForEvent('page');
  await studio.getByRole('button', { name: 'Start a practice run' }).click();
  const walk = await opened;
  await walk.getByRole('button', { name: /^Yes, add it: €97\.00/ }).click();
  await walk.waitForURL('**/thanks');
  await walk.getByText('Practice run. No money moves').waitFor();
  const did = studio.getByRole('region', { name: 'What happened in the practice run' });
  await did.getByText('€97.00', { exact: true }).waitFor();
  await did.getByRole('button', { name: '1 month' }).click();
  // The second of four parts came due.
  await did.getByText(/, later: /).waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  // Begun again it is another shop, in which nothing has happened; the one before is over.
  const again = studio.context().waitForEvent('page');
  await studio.getByRole('button', { name: 'Start over' }).click();
  const anew = await again;
  await anew.getByRole('button', { name: /^Yes, add it: €97\.00/ }).waitFor();
  await anew.close();
  await did.getByRole('button', { name: 'End the practice run' }).click();
  await did.waitFor({ state: 'detached' });
  await walk.reload();
  await walk.getByText('This practice run has ended').waitFor();
  await walk.close();
  expect(await axeFindings(studio)).toEqual([]);
  await publish(studio);
  presses += 2;
  expect(presses).toBeLessThan(30);
  expect(complaints).toEqual([]);

  const page = await newPage(open.browser, { ...PHONE, bypassCSP: true });
  await buy(page, 'wren-sound-cards-2', 'sefa@example.org');
  await page.getByLabel(/^Dawn field pack/).click();
  await page.getByRole('button', { name: 'Pay €36.00 now' }).click();
  await page.waitForURL('**/wren-sound-cards-2/offer');
  await page.getByRole('button', { name: 'Yes, add it: €297.00 to the card ending 0001' }).waitFor();
  // The softer one is not theirs before they have declined.
  await page.goto(`${open.served.base}/wren-sound-cards-2/softer`);
  await page.waitForURL('**/wren-sound-cards-2/offer');
  await page.getByRole('button', { name: /^No/ }).click();
  await page.waitForURL('**/wren-sound-cards-2/softer');
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Yes, add it: €97.00 to the card ending 0001' }).click();
  await page.waitForURL('**/wren-sound-cards-2/thanks');
  expect(await page.locator('table').textContent()).toMatch(
    /Wren sound cards€12\.00Dawn field pack.*€24\.00.*€97\.00.*€133\.00/,
  );
  await page.goBack();
  await page.waitForURL('**/wren-sound-cards-2/thanks');

  // Whoever left the extra is sent another way, as the seller said: nothing more is offered.
  const other = await newPage(open.browser, PHONE);
  await buy(other, 'wren-sound-cards-2', 'tarn.brook@example.org');
  await other.getByRole('button', { name: 'Pay €12.00 now' }).click();
  await other.waitForURL('**/wren-sound-cards-2/thanks');
});

test('a path that was taken apart says what is wrong, and one press mends it; an address that changes leads on', async () => {
  const studio = await openStudio(open);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.locator('.sheet tbody a', { hasText: 'Wren sound cards' }).first().click();
  await studio.getByRole('button', { name: 'Show as list' }).click();
  await studio.getByLabel('Checkout: then', { exact: true }).selectOption({ label: 'Thank you (thank-you page)' });
  await studio.getByText('Nothing on “Wren sound cards” leads to its offer after payment.').waitFor();
  expect(await studio.getByRole('button', { name: /^Publish/ }).count()).toBe(1);
  await studio.getByRole('button', { name: 'Take the step out' }).click();
  await studio.getByText('Ready to publish').waitFor();
  await studio.keyboard.press('Control+z');
  await studio.getByText('Nothing on “Wren sound cards” leads to its offer after payment.').waitFor();
  await studio.keyboard.press('Control+z');
  await studio.getByText('Ready to publish').waitFor();
  // A step's own address: the old one, once live, goes on leading there.
  await studio.getByRole('button', { name: 'Checkout', exact: true }).click();
  await studio.getByLabel('Address of this step').fill('order-here');
  await publish(studio);
  const page = await newPage(open.browser, PHONE);
  await page.goto(`${open.served.base}/wren-sound-cards/checkout`);
  await page.waitForURL('**/wren-sound-cards/order-here');
  await page.getByRole('button', { name: 'Pay €12.00 now' }).waitFor();
});
