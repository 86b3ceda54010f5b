import type { Page } from 'playwright-core';
import type { OpenForAll } from './openForAll';

/** A buyer's phone. */
export const PHONE = { viewport: { width: 390, height: 844 }, bypassCSP: true };

/** Fills in the checkout that is open with a card that goes through. */
export async function fillCheckout(phone: Page, [name, mail]: readonly [string, string]): Promise<void> {
  await phone.getByLabel('Email').fill(mail);
  await phone.getByLabel('Name', { exact: true }).fill(name);
  await phone.getByText('Sample cards for this test shop').click();
  await phone.getByRole('button', { name: 'Goes through', exact: true }).click();
}

/** Signs in by the newest letter to an address, once one is there whose line holds some words. */
export async function signInByLetter(
  phone: Page,
  { served }: OpenForAll,
  mail: string,
  words: string | RegExp = /./,
): Promise<void> {
  const letters = phone.locator('li a');
  do await phone.goto(`${served.base}/standin/mail/?to=${mail}`);
  while ((await letters.filter({ hasText: words }).count()) === 0);
  await letters.first().click();
  await phone.getByRole('link', { name: /member\/enter/ }).click();
  await phone.getByRole('button', { name: 'Sign in' }).click();
}
