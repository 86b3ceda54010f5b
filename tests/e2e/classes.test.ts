import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { fillCheckout, PHONE, signInByLetter } from '../support/phone';
import { openStudio, publish } from '../support/studio';

// A class from nothing: made, sold, a date picked, sold out, moved, money back, held, and counted.
const open = openForAll('demo');

async function payOn(phone: Page, who: readonly [string, string]): Promise<void> {
  await fillCheckout(phone, who);
  await phone.getByRole('button', { name: 'Pay €24.00 now' }).click();
}

async function signIn(phone: Page, mail: string): Promise<void> {
  await signInByLetter(phone, open, mail);
  await phone.getByRole('link', { name: 'See the dates' }).first().click();
  await phone.getByRole('heading', { name: 'Dates' }).waitFor();
}

test('made, sold, one date sold out, moved, money taken back, joined at its time, held and counted', async () => {
  // ---- the seller sets two dates, a price, publishes: on a Monday morning in Lisbon
  const studio = await openStudio(open);
  const complaints = complaintsOf(studio);
  await studio.getByRole('link', { name: 'Make', exact: true }).click();
  await studio.getByRole('link', { name: 'New product …' }).click();
  await studio.getByRole('button', { name: /A live class/ }).click();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await studio.keyboard.type('Owls by ear');
  await studio.getByRole('button', { name: 'Add a date' }).click();
  await studio.getByLabel('Date 1: day').fill('2026-06-18');
  await studio.getByLabel('Date 1: time').fill('21:00');
  await studio.getByLabel('Date 1: seats').fill('1');
  await studio.getByLabel('Date 1: how to join').fill('https://owls.example.org/room');
  await studio.getByRole('button', { name: 'Add another date' }).click();
  await studio.getByText('Thursday 25 June 2026, 21:00 to 22:30 (Lisbon)').waitFor();
  await studio.getByLabel('Date 2: seats').fill('5');
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('Owls by ear: amount in EUR').fill('24');
  await studio.getByText('€24.00').first().waitFor();
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “Owls by ear”' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('owls');
  await publish(studio);

  // ---- two on phones are at the checkout for the one seat: one has it, the other reads why not and picks another
  const york = await newPage(open.browser, { ...PHONE, timezoneId: 'America/New_York' });
  const tokyo = await newPage(open.browser, { ...PHONE, timezoneId: 'Asia/Tokyo' });
  const phoneComplaints = [complaintsOf(york), complaintsOf(tokyo)];
  for (const phone of [york, tokyo]) await phone.goto(`${open.served.base}/owls/checkout`);
  await york.getByText('Thursday, 16:00 where you are').first().waitFor();
  await tokyo.getByText('Friday, 05:00 where you are').first().waitFor();
  expect(await axeFindings(york)).toEqual([]);
  await payOn(york, ['Noa Fields', 'noa@example.org']);
  await york.waitForURL('**/thanks');
  await tokyo.getByRole('radio', { name: /^Thursday 18 June 2026, 21:00/ }).check();
  await payOn(tokyo, ['Emi Waters', 'emi@example.org']);
  await tokyo.getByRole('alert').getByText('That date is full', { exact: false }).waitFor();
  await tokyo.getByText('no seat left', { exact: true }).waitFor();
  expect(await tokyo.getByRole('radio', { name: /^Thursday 18 June/ }).isDisabled()).toBe(true);
  expect(await tokyo.getByRole('radio', { name: /^Thursday 25 June/ }).isChecked()).toBe(true);
  await tokyo.getByRole('button', { name: 'Pay €24.00 now' }).click();
  await tokyo.waitForURL('**/thanks');
  await signIn(york, 'noa@example.org');
  await signIn(tokyo, 'emi@example.org');
  await york.getByText('How to join is shown here from 15:30.').waitFor();
  expect(await york.getByText('owls.example.org').count()).toBe(0);
  expect(await axeFindings(york)).toEqual([]);

  // ---- the seller moves the second date: whom it tells and what it offers stands there before
  await studio.getByRole('link', { name: /^Deliver/ }).click();
  await studio.getByRole('link', { name: 'Calendar' }).click();
  await studio.getByRole('link', { name: 'Next week' }).click();
  await studio.getByRole('button', { name: /Owls by ear class 1 of 5 seats/ }).click();
  await studio.getByRole('list', { name: 'Attendees' }).getByText('Emi Waters').waitFor();
  await studio.getByRole('button', { name: 'Move …' }).click();
  await studio.getByText('1 person gets an email', { exact: false }).waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByLabel('To which day').fill('2026-06-26');
  await studio.getByRole('button', { name: 'Move', exact: true }).click();
  await studio.getByText('Moved. 1 person is notified by email.').waitFor();
  await tokyo.reload();
  await tokyo.getByText('This date was moved.', { exact: false }).waitFor();
  await tokyo.getByRole('button', { name: 'Get a refund of €24.00' }).click();
  await tokyo.getByText('is refunded to the card it was paid with', { exact: false }).waitFor();
  await tokyo.getByRole('button', { name: 'Yes, refund me' }).click();
  await tokyo.getByText('Your refund is on its way.', { exact: false }).waitFor();
  await studio.getByText('Nobody yet.').waitFor();

  // ---- near its time it is joined; afterwards the seller says who was there
  for (const step of ['1 day', '1 day', '1 day']) await studio.getByRole('button', { name: step }).click();
  await studio.getByText('It is Thursday 18 June 2026', { exact: false }).waitFor();
  await studio.getByRole('link', { name: /^Today/ }).click();
  await studio.getByRole('link', { name: 'https://owls.example.org/room' }).waitFor();
  await studio.getByRole('button', { name: 'Next event' }).click();
  await york.goto(`${open.served.base}/member/`);
  await york.getByRole('heading', { name: /^Owls by ear, in / }).waitFor();
  await studio.getByRole('button', { name: '1 day' }).click();
  await studio.getByRole('link', { name: /^Deliver/ }).click();
  await studio.getByRole('link', { name: 'Calendar' }).click();
  await studio.getByRole('button', { name: /Owls by ear class over: who attended\?/ }).click();
  await studio.getByRole('button', { name: 'Save attendance' }).click();
  await studio.getByText('attended', { exact: true }).waitFor();
  await studio.getByRole('button', { name: /Owls by ear class full, 1 seat/ }).waitFor();
  // What was sold and refunded is counted like everything.
  await studio.getByRole('link', { name: 'Noa Fields' }).or(studio.getByText('Noa Fields')).first().waitFor();
  expect([complaints, ...phoneComplaints].flat().filter((c) => !c.includes('409'))).toEqual([]);
});
