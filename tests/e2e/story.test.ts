import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';

const open = openForAll('start');

const FILE = {
  name: 'Reed calls.txt',
  mimeType: 'text/plain',
  buffer: Buffer.from('tchik tchik tchik\n'.repeat(5000)),
};

/** Waits until what was typed is saved. */
const saved = (page: Page): Promise<unknown> => page.getByText(/^Saved on this computer/).waitFor();

test('from an empty shop to a file sold, paid for, delivered, refunded and closed', async () => {
  // ---- the seller makes, prices, sells and publishes
  const studio = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  const complaints = complaintsOf(studio);
  await studio.goto(open.served.studio);
  await studio.getByText('What will you sell first?').waitFor();
  expect(studio.url()).not.toContain('key=');
  await studio.getByRole('link', { name: 'Files to download' }).click();
  // A new thing has the cursor in its title.
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await studio.keyboard.type('Reed calls');
  await studio.getByLabel('Short description').fill('Six calls from one reed bed');
  await studio.getByLabel('Add files').setInputFiles(FILE);
  await studio.getByText('Reed calls.txt', { exact: false }).first().waitFor();
  await studio.getByRole('button', { name: 'Preview Reed calls.txt' }).click();
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('Reed calls: amount in EUR').fill('6x');
  await studio.getByText("'6x' is not an amount. Write it like 64 or 64.00.").first().waitFor();
  await studio.getByLabel('Reed calls: amount in EUR').fill('18,50');
  await studio.getByText('€18.50').first().waitFor();
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “Reed calls”' }).click();
  await studio.getByLabel('Headline', { exact: true }).fill('Know the reed bed by ear');
  await studio.getByLabel('Address', { exact: true }).fill('reed-calls');
  await saved(studio);
  await studio.getByRole('button', { name: /^Publish \d+ changes$/ }).click();
  await studio
    .getByRole('complementary')
    .getByRole('button', { name: /^Publish \d+ changes$/ })
    .click();
  await studio.getByText('Published. Buyers see the changes now.').waitFor();

  // ---- a stranger buys on a phone: refused first, then paid
  const phone = await newPage(open.browser, { viewport: { width: 390, height: 844 }, acceptDownloads: true });
  const phoneComplaints = complaintsOf(phone);
  await phone.goto(`${open.served.base}/reed-calls`);
  await phone.getByRole('heading', { name: 'Know the reed bed by ear' }).waitFor();
  expect(await phone.locator('script[src]').count()).toBe(0);
  await phone.getByRole('link', { name: 'Get it now' }).click();
  await phone.getByRole('button', { name: 'Pay €18.50 now' }).click();
  await phone.getByText('Enter your email address', { exact: false }).waitFor();
  await phone.getByLabel('Email').fill('tove@example.org');
  await phone.getByLabel('Name', { exact: true }).fill('Tove Marsh');
  await phone.getByText('Sample cards for this test shop').click();
  await phone.getByRole('button', { name: 'Not enough money' }).click();
  await phone.getByRole('button', { name: 'Pay €18.50 now' }).click();
  const refused = phone.getByRole('alert');
  await refused.waitFor();
  expect(await refused.textContent()).toBe(
    'Your card was declined: insufficient funds. Nothing was charged, and everything you typed is still here. Try another card.',
  );
  expect(await refused.evaluate((e) => e === document.activeElement)).toBe(true);
  expect(await phone.getByLabel('Email').inputValue()).toBe('tove@example.org');
  await phone.getByRole('button', { name: 'Goes through', exact: true }).click();
  await phone.getByRole('button', { name: 'Pay €18.50 now' }).dblclick();
  await phone.waitForURL('**/reed-calls/thanks');
  const [atOnce] = await Promise.all([
    phone.waitForEvent('download'),
    phone.getByRole('link', { name: 'Download Reed calls.txt' }).click(),
  ]);
  expect(atOnce.suggestedFilename()).toBe('Reed calls.txt');

  // ---- the receipt comes, signs in on another device, and the file opens there
  const desk = await newPage(open.browser, { acceptDownloads: true });
  await desk.goto(`${open.served.base}/standin/mail/`);
  await desk.getByRole('link', { name: /Your order: Reed calls/ }).click();
  await desk.getByRole('link', { name: /member\/enter/ }).click();
  await desk.getByRole('button', { name: 'Sign in' }).click();
  await desk.getByRole('heading', { name: 'Your library, Tove Marsh' }).waitFor();
  const [again] = await Promise.all([
    desk.waitForEvent('download'),
    desk.getByRole('link', { name: 'Download Reed calls.txt' }).click(),
  ]);
  const chunks: Buffer[] = [];
  for await (const chunk of await again.createReadStream()) chunks.push(chunk as Buffer);
  expect(Buffer.concat(chunks).equals(FILE.buffer)).toBe(true);

  // ---- the seller sees the order, without reloading, and gives the money back
  await studio.getByRole('link', { name: 'Deliver', exact: true }).click();
  await studio.getByRole('row', { name: /1001/ }).getByRole('link').click();
  await studio.getByText('Tove Marsh can open Reed calls for good, because of order 1001', { exact: false }).waitFor();
  await studio.getByRole('button', { name: 'Refund …' }).click();
  await studio.getByText('Closes now: Reed calls.', { exact: false }).waitFor();
  await studio.getByRole('button', { name: 'Refund €18.50 and close access to 1 product' }).click();
  await studio.getByText('Tove Marsh can no longer open Reed calls: it was refunded', { exact: false }).waitFor();

  // ---- the door is closed, everywhere
  await desk.reload();
  await desk.getByText('You can no longer open Reed calls', { exact: false }).waitFor();
  expect(await desk.getByRole('link', { name: 'Download Reed calls.txt' }).count()).toBe(0);
  expect(await desk.getByRole('link', { name: /Credit note C-00001/ }).count()).toBe(1);
  await phone.reload();
  await phone.getByText('Access to this is closed.').waitFor();

  // ---- the studio found again in another browser, from the shop's own files
  const elsewhere = await newPage(open.browser);
  await elsewhere.goto(open.served.studio);
  await elsewhere.getByRole('link', { name: 'Make', exact: true }).click();
  expect(await elsewhere.getByLabel('Title', { exact: true }).inputValue()).toBe('Reed calls');
  await elsewhere.getByRole('button', { name: 'All published' }).waitFor();

  expect(complaints).toEqual([]);
  expect(phoneComplaints).toEqual([]);
});

test('an address changed: the old one leads to the new; a card number is nowhere in the studio’s own store', async () => {
  const studio = await newPage(open.browser);
  await studio.goto(open.served.studio);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.locator('.sheet').getByRole('link', { name: 'Reed calls' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('calls-of-the-reeds');
  await studio.getByText('/reed-calls still leads here.').waitFor();
  await saved(studio);
  await studio.getByRole('button', { name: 'Publish 1 change' }).first().click();
  await studio.getByRole('complementary').getByRole('button', { name: 'Publish 1 change' }).click();
  await studio.getByText('Published. Buyers see the changes now.').waitFor();
  const visitor = await newPage(open.browser);
  await visitor.goto(`${open.served.base}/reed-calls/checkout`);
  expect(visitor.url()).toBe(`${open.served.base}/calls-of-the-reeds/checkout`);
  await studio.getByRole('link', { name: 'Deliver', exact: true }).click();
  await studio.getByRole('row', { name: /1001/ }).waitFor();
  const everything = await studio.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('clear-keel');
      request.onsuccess = () => resolve(request.result);
    });
    const texts = [...database.objectStoreNames].map(
      (name) =>
        new Promise<string>((resolve) => {
          const all = database.transaction(name).objectStore(name).getAll();
          all.onsuccess = () => resolve(JSON.stringify(all.result));
        }),
    );
    return (await Promise.all(texts)).join('');
  });
  expect(everything).toContain('order.paid');
  expect(everything).not.toContain('9000000000000001');
});
