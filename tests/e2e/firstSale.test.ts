import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Browser, Page } from 'playwright-core';
import { closeAll, complaintsOf, newPage, openBrowser, type Served, serveBuilt } from '../support/browser';

let served: Served;
let browser: Browser;
beforeEach(async () => {
  served = await serveBuilt('start');
  browser = await openBrowser();
});
afterEach(() => closeAll(browser, served));

const FILE = { name: 'Reed calls.txt', mimeType: 'text/plain', buffer: Buffer.from('tchik tchik tchik\n'.repeat(500)) };
/** What it takes today: 7 for the seller to be live, 6 more to buy it as a first try. */
const CLICKS = 13;

test('from an empty shop to a first sale in few clicks, all counted', async () => {
  const page = await newPage(browser, { viewport: { width: 1280, height: 800 } });
  const complaints = complaintsOf(page);
  let clicks = 0;
  await page.context().exposeFunction('countClick', () => {
    clicks += 1;
  });
  await page.context().addInitScript(() => {
    // Real presses of a pointer only: a label's press, heard a second time at its control, is one.
    let last = -1;
    addEventListener(
      'click',
      (event) => {
        if (!event.isTrusted || event.detail === 0 || event.timeStamp - last < 20) return;
        last = event.timeStamp;
        (globalThis as unknown as { countClick(): void }).countClick();
      },
      true,
    );
  });
  await page.goto(served.studio);
  await page.getByRole('link', { name: /Files to download/ }).click();
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await page.keyboard.type('Reed calls');
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByText('Add files', { exact: true }).click(),
  ]);
  await chooser.setFiles(FILE);
  await page.getByText('Reed calls.txt').first().waitFor();
  await page.getByRole('button', { name: 'Set a price' }).click();
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label')?.includes('amount'));
  await page.keyboard.type('18.50');
  await page.getByRole('link', { name: 'Sell', exact: true }).click();
  await page
    .getByRole('button', { name: /^Make the page for/ })
    .last()
    .click();
  await page
    .getByRole('button', { name: /^Publish \d+ changes$/ })
    .first()
    .click();
  await page
    .getByRole('complementary')
    .getByRole('button', { name: /^Publish \d+ changes$/ })
    .click();
  await page.getByText('Published. Buyers see the changes now.').waitFor();
  const [buyer] = await Promise.all([
    page.context().waitForEvent('page'),
    page.getByRole('link', { name: 'Open the live page' }).click(),
  ]);
  await buyer.getByRole('link', { name: 'Get it now' }).click();
  await buyer.getByLabel('Email').click();
  await buyer.keyboard.type('tove@example.org');
  await buyer.keyboard.press('Tab');
  await buyer.keyboard.type('Tove Marsh');
  await buyer.getByText('Sample cards for this test shop').click();
  await buyer.getByRole('button', { name: 'Goes through', exact: true }).click();
  await buyer.getByRole('button', { name: 'Pay €18.50 now' }).click();
  await buyer.waitForURL('**/thanks');
  await buyer.getByRole('link', { name: 'Download Reed calls.txt' }).waitFor();
  expect(clicks).toBe(CLICKS);
  expect(clicks).toBeLessThan(15);
  expect(complaints).toEqual([]);
  // The first hour: a practice buyer got in, and the sale is counted.
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.getByText('Practice purchases: access opened at 1 of 1 price.', { exact: false }).waitFor();
  await page.getByText(/1 visit, 1 at checkout, 1 order\./).waitFor();
});

test('the whole of it by keyboard alone', async () => {
  const page = await newPage(browser, { viewport: { width: 1280, height: 800 } });
  await page.goto(served.studio);
  await page.getByText('Shop online').waitFor();
  await tabTo(page, /^Files to download/);
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await page.keyboard.type('Reed calls');
  await tabTo(page, 'Add files');
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.keyboard.press('Space')]);
  await chooser.setFiles(FILE);
  await page.getByText('Reed calls.txt').first().waitFor();
  await tabTo(page, 'Description');
  await page.waitForTimeout(150);
  await page.keyboard.press('Control+b');
  await page.keyboard.type('Six calls');
  await page.keyboard.press('Control+b');
  await page.keyboard.type(' from one reed bed.');
  await tabTo(page, 'Set a price');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label')?.includes('amount'));
  await page.keyboard.type('18.50');
  await tabTo(page, 'Reed calls: how long it stays open');
  await page.keyboard.press('ArrowDown');
  await tabTo(page, 'Reed calls: add limit');
  await page.keyboard.press('Enter');
  await tabTo(page, 'Reed calls: how many can be sold', 'back');
  await page.keyboard.type('50');
  await page.keyboard.press('F6');
  await page.keyboard.press('3');
  await page.getByRole('heading', { name: 'Sell', exact: true }).waitFor();
  await tabTo(page, /^Make the page for “Reed calls”/);
  await page.keyboard.press('Enter');
  await page.getByLabel('Headline', { exact: true }).waitFor();
  await tabTo(page, 'Headline');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Know the reed bed');
  // The headline is moved below the contents and back up, by its handle.
  await tabTo(page, /^Drag Headline/, 'back');
  await page.keyboard.press('ArrowDown');
  await page.waitForFunction(() => document.querySelector('.block-frame')?.getAttribute('aria-label') === 'Text block');
  await page.keyboard.press('Control+z');
  await page.waitForFunction(
    () => document.querySelector('.block-frame')?.getAttribute('aria-label') === 'Headline block',
  );
  await page.keyboard.press('b');
  await page.getByText('Nothing is charged, sent or recorded.', { exact: false }).waitFor();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+Enter');
  await tabTo(page, /^Publish \d+ changes$/, 'forth', '.outcome');
  await page.keyboard.press('Enter');
  await page.getByText('Published. Buyers see the changes now.').waitFor();

  const buyer = await newPage(browser);
  await buyer.goto(`${served.base}/reed-calls`);
  await buyer.getByText('50 of 50 left').waitFor();
  expect(await buyer.locator('.prose-words strong').textContent()).toBe('Six calls');
  await tabTo(buyer, 'Get it now');
  await buyer.keyboard.press('Enter');
  await buyer.waitForURL('**/checkout');
  await tabTo(buyer, 'Email');
  await buyer.keyboard.type('tove@example.org');
  await buyer.keyboard.press('Tab');
  await buyer.keyboard.type('Tove Marsh');
  await tabTo(buyer, 'Sample cards for this test shop');
  await buyer.keyboard.press('Enter');
  await buyer.getByRole('button', { name: 'Goes through', exact: true }).waitFor();
  await tabTo(buyer, 'Goes through');
  await buyer.keyboard.press('Enter');
  await tabTo(buyer, 'Pay €18.50 now');
  await buyer.keyboard.press('Enter');
  await buyer.waitForURL('**/thanks');

  // The order is read, and refunded.
  await page.bringToFront();
  await page.keyboard.press('F6');
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press('4');
  await page.getByRole('row', { name: /Tove Marsh/ }).waitFor();
  await tabTo(page, 'Tove Marsh');
  await page.keyboard.press('Enter');
  await page.getByText('Tove Marsh can open Reed calls until', { exact: false }).waitFor();
  await tabTo(page, 'Refund …');
  await page.keyboard.press('Enter');
  await page.getByText('Closes now: Reed calls.', { exact: false }).waitFor();
  await tabTo(page, 'Refund €18.50 and close access to 1 product');
  await page.keyboard.press('Enter');
  await page.getByText('Tove Marsh can no longer open Reed calls', { exact: false }).waitFor();
});

/** Presses Tab until what has the focus is called this: whoever has no pointer can get there. */
async function tabTo(
  page: Page,
  name: string | RegExp,
  way: 'forth' | 'back' = 'forth',
  within = 'body',
): Promise<void> {
  for (let presses = 0; presses < 250; presses += 1) {
    const found = await page.evaluate((scope) => {
      const e = document.activeElement as HTMLElement | null;
      if (!e?.closest(scope)) return '';
      const label = e.id ? document.querySelector(`label[for="${e.id}"]`)?.textContent : undefined;
      return (e.getAttribute('aria-label') ?? label ?? e.textContent ?? '').trim();
    }, within);
    if (found !== '' && (typeof name === 'string' ? found === name : name.test(found))) return;
    await page.keyboard.press(way === 'forth' ? 'Tab' : 'Shift+Tab');
  }
  throw new Error(`Not reached by keyboard: ${String(name)}`);
}
