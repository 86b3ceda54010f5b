import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { mirrored, newPage, serveBuilt } from '../support/browser';
import { openForAll } from '../support/openForAll';

const open = openForAll('demo');

const PHONE = { viewport: { width: 390, height: 844 } };

async function switches(to: object): Promise<void> {
  const { paymentsKey } = JSON.parse(readFileSync(join(open.served.folder, 'data', 'secrets.json'), 'utf8')) as {
    paymentsKey: string;
  };
  await fetch(`${open.served.base}/standin/payments/switches`, {
    method: 'POST',
    headers: { authorization: `Bearer ${paymentsKey}`, 'content-type': 'application/json' },
    body: JSON.stringify(to),
  });
}

async function fillIn(page: Page, address: string, card: string): Promise<void> {
  await page.goto(`${open.served.base}/wren-sound-cards/checkout`);
  await page.getByLabel('Email').fill(address);
  await page.getByLabel('Name', { exact: true }).fill('Ilmar Oriel');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: card, exact: true }).click();
}
const pay = (page: Page): Promise<void> => page.getByRole('button', { name: 'Pay €12.00 now' }).click();

test('the bank asks: given on its page, and the checkout goes on by itself; declined, everything stays', async () => {
  for (const [button, expected] of [
    ['Approve the payment', 'offer'],
    ['Decline', 'refused'],
  ] as const) {
    const page = await newPage(open.browser, PHONE);
    await fillIn(page, `bank-${expected}@example.org`, 'Asks to confirm with the bank');
    await pay(page);
    const [bank] = await Promise.all([
      page.context().waitForEvent('page'),
      page.getByRole('link', { name: 'Confirm with your bank' }).click(),
    ]);
    await bank.getByRole('button', { name: button }).click();
    if (expected === 'offer') await page.waitForURL('**/offer');
    else {
      await page.getByText('you declined it at your bank. Nothing was charged', { exact: false }).waitFor();
      expect(await page.getByLabel('Email').inputValue()).toBe('bank-refused@example.org');
    }
  }
});

test('reload and back while the bank is being asked: told not to pay again, then led on, charged once', async () => {
  const page = await newPage(open.browser, PHONE);
  await fillIn(page, 'slow@example.org', 'Goes through');
  await page.evaluate(() => fetch('/standin/payments/sample-cards'));
  await switches({ holdAnswerMs: 0, slowMs: 0 });
  // The card's token is had first; then the service grows slow.
  await page.route('**/checkout/pay', async (route) => {
    await switches({ holdAnswerMs: 4_000 });
    await route.continue();
  });
  await pay(page);
  await page.waitForTimeout(600);
  await page.reload();
  await page.getByText('We are asking your bank. Please don’t pay again.', { exact: false }).waitFor();
  expect(await page.getByRole('button', { name: 'One moment …' }).isDisabled()).toBe(true);
  await page.waitForURL('**/offer');
  await switches({ holdAnswerMs: 0 });
  await page.goBack();
  await page.waitForURL('**/offer');
  await page.getByRole('button', { name: 'No, thank you' }).click();
  await page.waitForURL('**/thanks');
  expect(await page.getByText(/^Order \d+\./).count()).toBe(1);
});

test('what is typed before the script has come counts: address, price, country, number and an extra', async () => {
  const page = await newPage(open.browser, PHONE);
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/*.js', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`${open.served.base}/dawn-field-pack/checkout`, { waitUntil: 'commit' });
  await page.getByLabel('Email').fill('early@example.org');
  await page.getByRole('radio', { name: /For a class/ }).check();
  await page.getByLabel('Country').selectOption('NL');
  await page.getByLabel('VAT number (businesses only)').fill('NL004495445B01');
  await page.getByLabel(/^Add the wren/).check();
  // Nothing would hear a press yet: the button waits, and Enter does not send away what was typed.
  expect(await page.getByRole('button', { name: /^Pay / }).isDisabled()).toBe(true);
  await page.getByLabel('Email').press('Enter');
  // Opened before anybody hears of it: what is in it comes all the same.
  await page.getByText('Sample cards for this test shop').click();
  letGo();
  // 68.00 and 12.00 less 21 % within them, as a business in another country pays.
  await page.getByRole('button', { name: 'Pay €66.12 now' }).waitFor();
  await page.getByLabel('Name', { exact: true }).fill('Ilmar Oriel');
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  expect(await page.getByLabel('Email').inputValue()).toBe('early@example.org');
  await page.getByRole('button', { name: 'Pay €66.12 now' }).click();
  await page.waitForURL('**/thanks');
});

test('a coupon typed and never asked for: Enter shows its sum first, and pays it on the next press', async () => {
  const page = await newPage(open.browser, PHONE);
  await fillIn(page, 'typed@example.org', 'Goes through');
  await page.getByText('I have a coupon').click();
  await page.getByLabel('Coupon', { exact: true }).fill('reeds5');
  await page.getByLabel('Coupon', { exact: true }).press('Enter');
  await page.getByText('What you typed changes the price. Nothing has been charged yet', { exact: false }).waitFor();
  expect(await page.getByTestId('due-today').textContent()).toBe('€7.00');
  // One that does not work says so, and what is paid is the price without it.
  await page.getByLabel('Coupon', { exact: true }).fill('REEDS6');
  await page.getByLabel('Coupon', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Pay €12.00 now' }).waitFor();
  expect(new URL(page.url()).pathname).toBe('/wren-sound-cards/checkout');
  await page.getByLabel('Coupon', { exact: true }).fill('reeds5');
  await page.getByRole('button', { name: 'Apply' }).click();
  await page.getByRole('button', { name: 'Pay €7.00 now' }).click();
  await page.waitForURL('**/offer');
});

test('the shop is lost from sight: the studio says so, keeps edits, and goes on when it answers', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  await page.goto(open.served.studio);
  await page.getByText('Shop online').waitFor();
  // Moments after the first sheet stands, the rest of the studio is here too.
  await page.waitForFunction(() =>
    performance.getEntriesByType('resource').some(({ name }) => /RichEditor-.*\.js/.test(name)),
  );
  await open.served.stop('keep');
  await page.getByText(/^Shop offline since \d\d:\d\d\. Your edits are safe here\./).waitFor();
  await page.getByRole('link', { name: 'Make', exact: true }).click();
  // Also what is loaded late does not take the window down with it.
  await page
    .getByRole('textbox', { name: 'Description' })
    .or(page.getByText('could not be loaded', { exact: false }))
    .first()
    .waitFor();
  await page.getByLabel('Short description').fill('Typed while the shop was away');
  await page.getByText(/^Saved on this computer \d/).waitFor();
  await page.getByRole('button', { name: 'Publish 1 change' }).click();
  await page.getByRole('complementary').getByRole('button', { name: 'Publish 1 change' }).click();
  await page.getByText('The shop can’t be reached, so nothing was published.', { exact: false }).waitFor();
  open.served = await serveBuilt('demo', open.served.folder, new URL(open.served.base).port);
  await page.getByText('Shop online').waitFor();
  await page.reload();
  expect(await page.getByLabel('Short description').inputValue()).toBe('Typed while the shop was away');
});

test('Enter before it is said what would happen does nothing: no money goes back, no day moves', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.method() === 'POST') asked.push(new URL(request.url()).pathname);
  });
  // Everything that is sent of these two but the questions themselves: what can be refunded, and what would happen.
  const acts = (): string[] =>
    asked.filter((path) => /\/(refunds|agreements)\b/.test(path) && !/\/(preview|left)$/.test(path));
  await page.goto(open.served.studio);
  await page.getByText('Shop online').waitFor();
  await mirrored(page);
  // The shop's answer to "what would happen" is held back.
  await page.route('**/preview', () => undefined);

  await page.goto(`${new URL(page.url()).origin}/studio/deliver/orders?group=paid`);
  await page.locator('tr[data-row]', { hasText: 'Dawn field pack' }).filter({ hasText: '€24.00' }).first().click();
  await page.getByRole('button', { name: 'Refund …' }).click();
  const back = page.getByLabel('Amount to refund for Dawn field pack');
  await back.fill('5.00');
  await back.press('Enter');
  expect(await page.getByRole('button', { name: 'Refund', exact: true }).isDisabled()).toBe(true);

  await page.goto(`${new URL(page.url()).origin}/studio/deliver/agreements?status=active`);
  await page.locator('tr[data-row] a').first().click();
  // The only field of its form: there a browser sends on Enter by itself.
  await page.getByRole('button', { name: 'Change the due day' }).click();
  await page.getByLabel('Day of the month').fill('5');
  await page.getByLabel('Day of the month').press('Enter');
  await page.waitForTimeout(500);
  expect(asked.filter((path) => path.endsWith('/preview')).length).toBeGreaterThan(1);
  expect(acts()).toEqual([]);
  await page.close();
});

test('the shop is updated while a window is open: the window says so, and keeps what was edited', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  await page.goto(open.served.studio);
  await page.getByText('Shop online').waitFor();
  await mirrored(page);
  // The next line that the shop writes is of a kind that this window's programs do not know.
  await page.route('**/owner/api/journal?*', async (route) => {
    const response = await route.fetch();
    const lines = (await response.text()).replace(/"type":"[^"]+"/g, '"type":"parcel.sent"');
    await route.fulfill({ response, body: lines });
  });
  await page.getByRole('button', { name: '1 day', exact: true }).click();
  await page.getByText('The shop was updated while this window was open. Reload the page', { exact: false }).waitFor();
  await page.getByRole('link', { name: 'Make', exact: true }).click();
  await page.getByLabel('Short description').fill('Typed in an older window');
  await page.getByText(/^Saved on this computer \d/).waitFor();
  await page.unroute('**/owner/api/journal?*');
  await page.reload();
  await page.getByText('Shop online').waitFor();
  expect(await page.getByLabel('Short description').inputValue()).toBe('Typed in an older window');
  await page.close();
});

test('a part of the studio that does not come says so, keeps the rest, and comes when asked again', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  await page.route('**/assets/MakeStage-*.js', (route) => route.abort());
  await page.goto(open.served.studio);
  await page.getByRole('link', { name: 'Make', exact: true }).click();
  await page.getByText('The sheet Make could not be loaded: the shop can’t be reached.', { exact: false }).waitFor();
  await page.getByRole('link', { name: 'Price', exact: true }).click();
  await page.getByLabel('Title of the offer').first().waitFor();
  await page.getByRole('link', { name: 'Make', exact: true }).click();
  await page.unroute('**/assets/MakeStage-*.js');
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByLabel('Short description').waitFor();
});

test('a part that does not come though the shop answers: the window can be loaded again, with everything kept', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  const needed = '**/assets/sortable*.js';
  await page.route(needed, (route) => route.abort());
  await page.goto(open.served.studio);
  await page.getByRole('link', { name: 'Make', exact: true }).click();
  const missing = page.getByText('The sheet Make could not be loaded', { exact: false });
  await missing.waitFor();
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.unroute(needed);
  await page.getByRole('button', { name: 'Reload' }).click();
  await page.getByLabel('Short description').waitFor();
});
