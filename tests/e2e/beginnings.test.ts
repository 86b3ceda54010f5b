import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { BEGINNINGS } from '#core/paths';
import { axeFindings, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { openStudio, publish } from '../support/studio';

// Every ready beginning: made by its press, published as it is, walked by a buyer, and what was bought fetched.
const open = openForAll('demo');
const PHONE = { viewport: { width: 390, height: 844 }, bypassCSP: true, acceptDownloads: true };

/** From wherever a path begins to its thank-you page, declining what is offered on the way, and fetches a file. */
async function walk(page: Page, n: number): Promise<void> {
  const button = page.getByRole('link', { name: 'Get it now' });
  if ((await page.getByLabel('Email').count()) === 0) await button.first().click();
  await page.getByLabel('Email').fill(`walker-${n}@example.org`);
  await page.getByLabel('Name', { exact: true }).fill('Sefa Brook');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: /^Pay €[\d.]+ now$/ }).click();
  const no = page.getByRole('button', { name: 'No, thank you' });
  const file = page.locator('a[href^="/get/"]').first();
  for (;;) {
    await no.or(file).first().waitFor();
    if ((await no.count()) === 0) break;
    const before = page.url();
    await no.click();
    await page.waitForURL((url) => url.href !== before);
  }
  const [got] = await Promise.all([page.waitForEvent('download'), file.click()]);
  expect(await got.failure()).toBeNull();
}

test('each is made, published, walked, bought and delivered', async () => {
  const studio = await openStudio(open);
  const addresses: string[] = [];
  for (const { sentence } of BEGINNINGS) {
    await studio.goto(`${open.served.base}/studio/sell/new`);
    await studio
      .getByLabel('What it sells', { exact: true })
      .selectOption({ label: 'Dawn field pack: €24.00 · €68.00 · 3 × €9.00 monthly' });
    await studio.getByRole('button', { name: new RegExp(`^Create path ?: ${sentence}$`) }).click();
    const address = studio.getByLabel('Address', { exact: true });
    await address.waitFor();
    addresses.push(await address.inputValue());
    await studio.getByText('Ready to publish').waitFor();
  }
  expect(await axeFindings(studio)).toEqual([]);
  await publish(studio);
  expect(new Set(addresses).size).toBe(BEGINNINGS.length);
  for (const [n, { front }] of BEGINNINGS.entries()) {
    const page = await newPage(open.browser, PHONE);
    await page.goto(`${open.served.base}/${addresses[n] ?? ''}`);
    // What sells nothing leads to what does.
    if (front) await page.getByRole('link', { name: 'Dawn field pack' }).first().click();
    await walk(page, n);
    await page.context().close();
  }
});
