import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { mirrored, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { until } from '../support/waiting';

const open = openForAll('demo');
const WIDE = { viewport: { width: 1280, height: 800 } };

/** How many rows of orders, people and lines of the history a browser keeps of the shop. */
const rowsKept = (studio: Page): Promise<number> =>
  studio.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const opening = indexedDB.open('clear-keel');
        opening.onsuccess = () => {
          const db = opening.result;
          const tables = [...db.objectStoreNames].filter(
            (name) => !['documents', 'steps', 'files', 'meta'].includes(name),
          );
          const reading = db.transaction(tables);
          const counts = tables.map((table) => reading.objectStore(table).count());
          reading.oncomplete = () => {
            resolve(counts.reduce((sum, { result }) => sum + result, 0));
            db.close();
          };
        };
      }),
  );

/** The first order in a list that cost something. */
async function openPaidOrder(studio: Page): Promise<void> {
  await studio.goto(`${open.served.base}/studio/deliver/orders`);
  await studio.getByRole('link', { name: /^Paid \d/ }).click();
  await studio.locator('.rows tbody tr', { hasText: '€24.00' }).first().click();
  await studio.getByRole('button', { name: 'Refund …' }).waitFor();
}

test('a helper asked in: signs in by a mailed link, does what they may, hears of what they may not, and is shown out', async () => {
  const owner = await newPage(open.browser, WIDE);
  await owner.goto(open.served.studio);
  await owner.getByText('Shop online').waitFor();
  await mirrored(owner);
  await owner.goto(`${open.served.base}/studio/shop`);
  await owner.getByLabel('Name of the helper').fill('Ona Reed');
  await owner.getByLabel('Email address of the helper').fill('ona.reed@example.org');
  await owner.getByLabel('New helper: refund limit in EUR').fill('10');
  await owner.getByRole('button', { name: 'Send invitation' }).click();
  await owner.getByText('A link is on its way to ona.reed@example.org.').waitFor();
  await owner.getByText('answers and sends links, gives back up to €10.00 of an order').waitFor();

  const ona = await newPage(open.browser, WIDE);
  await ona.goto(`${open.served.base}/standin/mail/`);
  await ona.getByRole('link', { name: /^\[Test\] You’ve been invited to help/ }).click();
  await ona.getByRole('link', { name: /owner\/enter/ }).click();
  await ona.getByRole('button').first().click();
  await ona.getByText('Shop online').waitFor();
  await mirrored(ona);
  await openPaidOrder(ona);
  await ona.getByRole('button', { name: 'Refund …' }).click();
  const amount = ona.getByLabel(/^Amount to refund for/).first();
  await ona.getByRole('button', { name: /^Refund €24\.00/ }).click();
  await ona.getByText(/You can refund up to €10\.00 of an order\. Nothing was refunded\./).waitFor();
  await ona.getByRole('button', { name: 'Refund …' }).click();
  await amount.fill('4.00');
  await ona.getByRole('button', { name: 'Refund €4.00' }).click();
  await ona.getByText('The refund is on its way.').waitFor();
  await ona.getByText(/, by Ona Reed/).waitFor();
  // What the owner alone may: not even shown, and refused where it is asked for.
  await ona.goto(`${open.served.base}/studio/shop`);
  await ona.getByRole('heading', { name: 'Connected browsers' }).waitFor();
  expect(await ona.getByRole('heading', { name: 'Helpers' }).count()).toBe(0);
  expect(await ona.getByRole('button', { name: 'Next event' }).count()).toBe(0);
  expect(await owner.getByRole('button', { name: 'Next event' }).count()).toBe(1);

  expect(await rowsKept(ona)).toBeGreaterThan(100);
  await owner.locator('#helpers summary').first().click();
  await owner.getByRole('button', { name: 'Remove helper' }).click();
  await owner.getByText('Ona Reed is no longer a helper and has been signed out everywhere.').waitFor();
  // In the page that stays open, of all that was copied nothing is left; the owner's own stays.
  await until(async () => (await rowsKept(ona)) === 0, 'the copy going with their right to it');
  expect(await rowsKept(owner)).toBeGreaterThan(100);
  await ona.reload();
  await ona.getByRole('heading', { name: 'Connect this window to your shop' }).waitFor();
});
