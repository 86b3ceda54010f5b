import { expect, test } from '@jest/globals';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { fillCheckout, PHONE, signInByLetter } from '../support/phone';
import { openStudio, publish } from '../support/studio';

// The two small kinds from nothing: work done by hand is sold with an item sent by post as an extra.
const open = openForAll('start');

test('made, sold together on a phone, asked where to, sent with its number, done, and read by their buyer', async () => {
  const studio = await openStudio(open);
  const complaints = complaintsOf(studio);
  const make = async (kind: RegExp, title: string): Promise<void> => {
    await studio.getByRole('link', { name: 'Make', exact: true }).click();
    await studio.getByRole('link', { name: 'New product …' }).click();
    await studio.getByRole('button', { name: kind }).click();
    await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
    await studio.keyboard.type(title);
  };
  await make(/An item sent by post/, 'Field cards');
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('Field cards: amount in EUR').fill('30');
  await studio.getByRole('button', { name: 'delivery' }).click();
  await studio
    .getByLabel('price: delivery', { exact: true })
    .or(studio.getByLabel(/: delivery$/))
    .first()
    .fill('9.00');
  await studio.getByLabel(/: a different price for a country$/).selectOption('DE');
  await studio.getByLabel(/: delivery to Germany$/).fill('4.00');
  expect(await axeFindings(studio)).toEqual([]);
  await make(/Work you do by hand/, 'A recording heard through');
  await studio.getByRole('textbox', { name: 'What happens next' }).fill('Send me your recording, and wait a week.');
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('A recording heard through: amount in EUR').fill('40');
  await studio.getByText('€40.00').first().waitFor();
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “A recording heard through”' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('heard');
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.locator('.sheet tbody a', { hasText: 'A recording heard through' }).first().click();
  await studio
    .getByRole('button', { name: /^Checkout ?, €/ })
    .first()
    .click();
  const extras = studio.getByLabel('Add an extra', { exact: true });
  await extras.selectOption(
    (await extras
      .locator('option', { hasText: /^Field cards/ })
      .first()
      .getAttribute('value')) ?? '',
  );
  await publish(studio);
  complaints.length = 0;

  const phone = await newPage(open.browser, PHONE);
  await phone.goto(`${open.served.base}/heard/checkout`);
  expect(await phone.getByText('Where shall we send it?').count()).toBe(0);
  await phone.getByRole('checkbox').check();
  await phone.getByText('Where shall we send it?').waitFor();
  await phone.getByLabel('Send to').selectOption('DE');
  await phone.getByText('of which €4.00 for delivery to Germany').waitFor();
  expect(await axeFindings(phone)).toEqual([]);
  await fillCheckout(phone, ['Ada Reed', 'ada@example.org']);
  await phone.getByRole('button', { name: 'Pay €74.00 now' }).click();
  await phone.getByText('Please fill this in, or the parcel can’t be delivered.').first().waitFor();
  await phone.getByLabel('Street and number').fill('Am Deich 7');
  await phone.getByLabel('Postcode').fill('26721');
  await phone.getByLabel('Town').fill('Emden');
  await phone.getByRole('button', { name: 'Pay €74.00 now' }).click();
  await phone.waitForURL('**/thanks');

  await studio.getByRole('link', { name: /^Today/ }).click();
  await studio.getByText('To send: Field cards').waitFor();
  await studio.getByText('To do: A recording heard through').waitFor();
  await studio.getByRole('link', { name: 'Send it' }).click();
  await studio.getByText('Am Deich 7').waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  const saved = studio.waitForEvent('download');
  await studio.getByRole('button', { name: 'Export as CSV' }).click();
  expect((await saved).suggestedFilename()).toBe('To send.csv');
  await studio.getByLabel('Tracking number').fill('LX 17');
  await studio.getByRole('button', { name: 'Mark it as sent' }).click();
  await studio.getByText('number LX 17', { exact: false }).waitFor();
  await studio.getByRole('list', { name: 'To do' }).getByRole('button').click();
  await studio.getByLabel('Message to the customer').fill('I hear a wren.');
  await studio.getByRole('button', { name: 'Mark it as done' }).click();
  await studio.getByText('“I hear a wren.”').waitFor();
  await studio.getByText('Nothing to do or to send.').waitFor();

  await signInByLetter(phone, open, 'ada@example.org', 'A recording heard through is ready for you');
  await phone.getByRole('link', { name: 'Status' }).first().waitFor();
  for (const [title, reads] of [
    ['Field cards', 'Number LX 17'],
    ['A recording heard through', 'Send me your recording, and wait a week.'],
  ] as const) {
    await phone.getByRole('listitem').filter({ hasText: title }).getByRole('link', { name: 'Status' }).click();
    await phone.getByRole('heading', { name: title }).waitFor();
    await phone.getByText(reads, { exact: false }).waitFor();
    expect(await axeFindings(phone)).toEqual([]);
    await phone.getByRole('link', { name: 'Back to your library' }).click();
  }
  expect(complaints).toEqual([]);
});
