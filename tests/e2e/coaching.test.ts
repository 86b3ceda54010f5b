import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { fillCheckout, PHONE, signInByLetter } from '../support/phone';
import { openStudio, publish } from '../support/studio';

// Sessions from nothing: made, sold, booked by two who live elsewhere, moved, held, missed, and given more.
const open = openForAll('demo');

async function buyOn(phone: Page, who: [string, string]): Promise<void> {
  await phone.goto(`${open.served.base}/evening-walks/checkout`);
  await fillCheckout(phone, who);
  await phone.getByRole('button', { name: 'Pay €120.00 now' }).click();
  await phone.waitForURL('**/thanks');
  await phone.getByRole('link', { name: 'Book your sessions' }).waitFor();
}

async function signIn(phone: Page, mail: string): Promise<void> {
  await signInByLetter(phone, open, mail);
  await phone.getByRole('link', { name: 'Book a session' }).click();
  await phone.getByRole('heading', { name: 'Available times' }).waitFor();
}

test('made, sold, booked by two in other zones, moved, cancelled; held, missed and counted', async () => {
  // ---- the seller opens hours, sets a price, publishes: on a Monday morning in Lisbon
  const studio = await openStudio(open);
  const complaints = complaintsOf(studio);
  await studio.getByRole('link', { name: 'Make', exact: true }).click();
  await studio.getByRole('link', { name: 'New product …' }).click();
  await studio.getByRole('button', { name: /Coaching sessions/ }).click();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await studio.keyboard.type('Evening walks');
  await studio.getByLabel('How many sessions').fill('2');
  await studio.getByLabel('Where sessions take place').fill('By video: https://walks.example.org/evening');
  await studio.getByRole('button', { name: 'Add hours: Monday' }).click();
  await studio.getByLabel('Monday: from, 1').fill('19:00');
  await studio.getByLabel('Monday: to, 1').fill('23:00');
  await studio.getByRole('button', { name: 'Same hours Monday to Friday, as on Monday' }).click();
  await studio.getByText('Monday to Friday 19:00 to 23:00.').waitFor();
  await studio.getByLabel('Where the buyer is').selectOption('Asia/Tokyo');
  await studio.getByText('Wednesday 17 June 2026, 03:00 to 04:00 (Tokyo)').waitFor();
  await studio.getByRole('button', { name: 'Add a question' }).click();
  await studio.getByLabel('Question 1', { exact: true }).fill('Where will you be?');
  await studio.getByLabel('required').check();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('Evening walks: amount in EUR').fill('120');
  await studio.getByText('€120.00').first().waitFor();
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “Evening walks”' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('evening-walks');
  await publish(studio);

  // ---- two buyers on phones, one in New York, one in Tokyo
  const york = await newPage(open.browser, { ...PHONE, timezoneId: 'America/New_York' });
  const tokyo = await newPage(open.browser, { ...PHONE, timezoneId: 'Asia/Tokyo' });
  const phoneComplaints = [complaintsOf(york), complaintsOf(tokyo)];
  await buyOn(york, ['Noa Fields', 'noa@example.org']);
  await buyOn(tokyo, ['Emi Waters', 'emi@example.org']);
  await signIn(york, 'noa@example.org');
  await signIn(tokyo, 'emi@example.org');
  // The same evening in Lisbon, each on their own clock.
  const atYork = york.getByRole('button', {
    name: /^Tuesday 16 June 2026, 15:00 to 16:00 \(New York\); .*20:00 to 21:00 \(Lisbon\)$/,
  });
  const atTokyo = tokyo.getByRole('button', {
    name: /^Wednesday 17 June 2026, 04:00 to 05:00 \(Tokyo\); Tuesday 16 June 2026, 20:00 to 21:00 \(Lisbon\)$/,
  });
  await atYork.click();
  expect(await axeFindings(york)).toEqual([]);
  await york.getByRole('textbox', { name: /Where will you be\?/ }).fill('In the park');
  await york.getByRole('button', { name: 'Book this time' }).click();
  await york.getByText('Booked.', { exact: false }).waitFor();
  await york.getByText('1 session left').waitFor();
  // The other one still sees it, and reads that it is gone.
  await atTokyo.click();
  await tokyo.getByRole('textbox', { name: /Where will you be\?/ }).fill('At the river');
  await tokyo.getByRole('button', { name: 'Book this time' }).click();
  await tokyo.getByText('This time is no longer free.', { exact: false }).waitFor();
  expect(await atTokyo.count()).toBe(0);
  await tokyo.getByText('2 sessions left').waitFor();
  await tokyo.getByRole('button', { name: /^Thursday 18 June 2026, 03:00 to 04:00 \(Tokyo\)/ }).click();
  await tokyo.getByRole('textbox', { name: /Where will you be\?/ }).fill('At the river');
  await tokyo.getByRole('button', { name: 'Book this time' }).click();
  await tokyo.getByText('Booked.', { exact: false }).waitFor();
  // Moved by its member; another one booked and cancelled in time.
  await tokyo.getByRole('button', { name: 'Move' }).click();
  await tokyo.getByRole('button', { name: /^Saturday 20 June 2026, 03:00 to 04:00 \(Tokyo\)/ }).click();
  await tokyo.getByRole('button', { name: 'Move to this time' }).click();
  await tokyo.getByText('Moved.', { exact: false }).waitFor();
  await york.getByRole('button', { name: /^Thursday 18 June 2026, 14:00 to 15:00/ }).click();
  await york.getByRole('textbox', { name: /Where will you be\?/ }).fill('In the park');
  await york.getByRole('button', { name: 'Book this time' }).click();
  await york.getByText('No session left to book').first().waitFor();
  await york.getByRole('button', { name: 'Cancel session' }).nth(1).click();
  await york.getByText('If you cancel now, the session is returned to you.').waitFor();
  await york.getByRole('button', { name: 'Yes, cancel session' }).click();
  await york.getByText('Cancelled. You can book another session.').waitFor();
  await york.goto(`${open.served.base}/member/`);
  await york
    .getByRole('heading', { name: /^Evening walks, in 1 day|^Evening walks, in \d+ hours|^Evening walks, tomorrow/ })
    .waitFor();

  // ---- the week in the studio; a week on, one was held, one missed and refunded
  await studio.getByRole('link', { name: /^Deliver/ }).click();
  await studio.getByRole('link', { name: 'Calendar' }).click();
  await studio.getByRole('button', { name: /Noa Fields Evening walks booked/ }).click();
  await studio.getByText('In the park').waitFor();
  await studio.getByText('Tuesday 16 June 2026, 15:00 to 16:00 (New York)').waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('button', { name: '1 week' }).click();
  await studio.getByText('It is Monday 22 June 2026', { exact: false }).waitFor();
  await studio.getByRole('button', { name: /Noa Fields Evening walks over/ }).click();
  await studio.getByRole('button', { name: 'Mark as held' }).click();
  await studio.getByRole('button', { name: /Noa Fields Evening walks held/ }).waitFor();
  await studio.getByRole('button', { name: /Emi Waters Evening walks over/ }).click();
  await studio.getByRole('button', { name: 'Mark as no-show …' }).click();
  await studio.getByRole('button', { name: 'Mark as no-show', exact: true }).click();
  await studio.getByRole('button', { name: /Emi Waters Evening walks missed, session returned/ }).waitFor();
  await studio.getByRole('link', { name: 'Open this customer' }).click();
  await studio.getByText('Evening walks: 2 sessions left.').waitFor();
  await studio.getByRole('button', { name: 'Add sessions …' }).click();
  await studio.getByLabel('Reason', { exact: true }).fill('with thanks');
  await studio.getByRole('button', { name: 'Add sessions', exact: true }).click();
  await studio.getByText('Evening walks: 3 sessions left.').waitFor();
  await tokyo.reload();
  await tokyo.getByText('3 sessions left').waitFor();

  // ---- what is in the seller's way
  await studio.getByRole('link', { name: 'Calendar' }).click();
  const own = studio.getByLabel('A calendar file with your own appointments');
  await own.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no calendar') });
  await studio.getByText('“notes.txt” is not a calendar file. Nothing was changed.').waitFor();
  const busy =
    'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:20260622T000000Z\r\nDTEND:20260622T010000Z\r\nRRULE:FREQ=DAILY\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nDTSTART;VALUE=DATE:20260624\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n';
  await own.setInputFiles({ name: 'mine.ics', mimeType: 'text/calendar', buffer: Buffer.from(busy) });
  await studio.getByText(/2 entries were read: you are busy \d+ times/).waitFor();
  await tokyo.reload();
  await tokyo.getByRole('heading', { name: 'Available times' }).waitFor();
  expect(await tokyo.getByRole('button', { name: /; Wednesday 24 June 2026/ }).count()).toBe(0);
  expect([complaints, ...phoneComplaints].flat().filter((c) => !c.includes('409'))).toEqual([]);
});
