import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { openStudio, publish } from '../support/studio';

const open = openForAll('demo');
const PHONE = { viewport: { width: 390, height: 844 }, bypassCSP: true };

async function fillIn(page: Page, address: string): Promise<void> {
  await page.goto(`${open.served.base}/dawn-field-pack/checkout`);
  await page.getByLabel('Email').fill(address);
  await page.getByLabel('Name', { exact: true }).fill('Sefa Brook');
  await page.getByLabel(/^Add the wren/).check();
}

test('with a wallet: approved there and paid by itself; turned back, all that was typed is still there', async () => {
  const page = await newPage(open.browser, PHONE);
  await fillIn(page, 'sefa@example.org');
  await page.getByLabel('Country').selectOption('NL');
  await page.getByText('Wallet', { exact: true }).click();
  expect(await axeFindings(page)).toEqual([]);
  const button = page.getByRole('button', { name: /^Pay €.* with your wallet$/ });
  const asked = await button.textContent();
  await button.click();
  // The sum that the wallet asks for is the one that stood on the button.
  const sum = /€([\d.]+)/.exec(asked ?? '')?.[1] ?? '?';
  await page.getByText(`${sum} EUR`).waitFor();
  await page.getByRole('button', { name: 'Back to the shop without paying' }).click();
  await page.getByText('You came back without paying. Nothing was charged').waitFor();
  expect(await page.getByLabel('Email').inputValue()).toBe('sefa@example.org');
  expect(await page.getByLabel('Country').inputValue()).toBe('NL');
  await button.waitFor();
  expect(await button.textContent()).toBe(asked);
  await button.click();
  await page.getByRole('button', { name: 'Approve', exact: true }).click();
  await page.waitForURL('**/thanks');
  await page.getByText('Wren').first().waitFor();
});

test('from a bank account where nothing is due later; the seller switches a way off, and checkouts are without it', async () => {
  const page = await newPage(open.browser, PHONE);
  await fillIn(page, 'tarn@example.org');
  await page.getByText('Bank account', { exact: true }).click();
  await page.getByRole('button', { name: /^Pay €.* from your bank account$/ }).click();
  await page.getByRole('button', { name: 'Approve with too little money in it' }).click();
  await page.getByText('Your bank did not pay: insufficient funds. Nothing was charged').waitFor();
  await page.getByRole('button', { name: /from your bank account$/ }).click();
  await page.getByRole('button', { name: 'Approve', exact: true }).click();
  await page.waitForURL('**/thanks');

  // A price in parts needs something that can be kept: the account goes as it is chosen.
  await page.goto(`${open.served.base}/dawn-field-pack/checkout?again`);
  await page.getByRole('radio', { name: /three parts/ }).check();
  await page.getByText('Wallet', { exact: true }).waitFor();
  expect(await page.getByText('Bank account', { exact: true }).count()).toBe(0);

  const studio = await openStudio(open);
  await studio.goto(`${open.served.base}/studio/shop`);
  await studio.getByLabel(/^Wallet/).uncheck();
  expect(await studio.getByText('ready', { exact: true }).count()).toBe(3);
  await publish(studio);
  const other = await newPage(open.browser, PHONE);
  await other.goto(`${open.served.base}/dawn-field-pack/checkout`);
  await other.getByText('Bank account', { exact: true }).waitFor();
  expect(await other.getByText('Wallet', { exact: true }).count()).toBe(0);
});
