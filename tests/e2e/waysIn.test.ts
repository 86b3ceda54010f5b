import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import jsQR from 'jsqr';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { openStudio, publish } from '../support/studio';

// The same path for some people: an entrance made in the studio, read from its QR code by another reader than what wrote it.
const open = openForAll('demo');
const PHONE = { viewport: { width: 390, height: 844 } };

/** What a kept picture says, to a reader of QR codes. */
async function readQr(studio: Page, button: string, type: string): Promise<string | undefined> {
  const [kept] = await Promise.all([
    studio.waitForEvent('download'),
    studio.getByRole('button', { name: button }).click(),
  ]);
  const bytes = readFileSync(await kept.path());
  const pixels = await studio.evaluate(
    async ([href]) => {
      const image = new Image();
      image.src = href;
      await image.decode();
      const canvas = document.createElement('canvas');
      canvas.width = canvas.height = 222;
      const context = canvas.getContext('2d');
      context?.drawImage(image, 0, 0, 222, 222);
      return [...(context?.getImageData(0, 0, 222, 222).data ?? [])];
    },
    [`data:${type};base64,${bytes.toString('base64')}`] as const,
  );
  return jsQR(new Uint8ClampedArray(pixels), 222, 222)?.data;
}

test('an entrance with a price of its own: made, published, read from its code, bought through; a countdown beside it', async () => {
  const studio = await openStudio(open);
  const complaints = complaintsOf(studio);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.locator('.sheet tbody a', { hasText: 'Dawn field pack' }).first().click();
  await studio.getByRole('button', { name: 'Add a special link' }).click();
  await studio.getByLabel('friends: word in its address').fill('evening-talk');
  await studio.getByLabel('evening-talk: prices shown').selectOption('own');
  await studio.getByText(/The special link “evening-talk” .* shows no price/).waitFor();
  await studio
    .getByRole('group', { name: 'evening-talk: its prices' })
    .getByLabel(/€68\.00/)
    .check();
  await studio.getByRole('button', { name: 'evening-talk: add an end' }).click();
  await studio.getByLabel('evening-talk: last day').fill('2026-06-20');
  // Nobody else is shown it.
  await studio
    .getByRole('group', { name: 'Only shown through special links' })
    .getByLabel(/€68\.00/)
    .check();
  await studio.getByRole('button', { name: 'Add a countdown' }).click();
  await studio.getByText(/A countdown of .* changes nothing when it is over/).waitFor();
  await studio
    .getByRole('group', { name: 'Countdown 1: prices until then' })
    .getByLabel(/monthly/)
    .check();
  await studio.getByLabel('Countdown 1: moment').fill('2026-06-14T20:00');
  await studio.getByText(/A countdown of .* is over/).waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await publish(studio);
  await studio.getByText('QR code, and code for other websites').click();
  const short = await readQr(studio, 'Download PNG', 'image/png');
  expect(short).toMatch(new RegExp(`^${open.served.base}/[A-Za-z0-9]{4}$`));
  expect(await readQr(studio, 'Download SVG', 'image/svg+xml')).toBe(short);
  expect(complaints).toEqual([]);

  const page = await newPage(open.browser, { ...PHONE, bypassCSP: true });
  await page.goto(short ?? '');
  await page.waitForURL('**/dawn-field-pack');
  await page.getByText('€68.00').first().waitFor();
  expect(await page.getByText('€24.00').count()).toBe(0);
  await page.getByRole('link', { name: 'Get it now' }).click();
  await page.getByLabel('Email').fill('sefa@example.org');
  await page.getByLabel('Name', { exact: true }).fill('Sefa Brook');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: 'Pay €68.00 now' }).click();
  await page.waitForURL('**/thanks');

  // Whoever comes by themselves sees what everybody sees: not the price that is kept, nor the one whose time is up.
  const other = await newPage(open.browser, PHONE);
  await other.goto(`${open.served.base}/dawn-field-pack/checkout`);
  await other.getByRole('button', { name: 'Pay €24.00 now' }).waitFor();
  expect(await other.getByText(/€68\.00|3 × €9\.00/).count()).toBe(0);
});

test('two offers side by side, and a lower price for whoever turns back: from the ready beginning to the sale', async () => {
  const studio = await openStudio(open);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('link', { name: 'New path …' }).click();
  await studio
    .getByLabel('What it sells', { exact: true })
    .selectOption({ label: 'Dawn field pack: €24.00 · €68.00 · 3 × €9.00 monthly' });
  await studio.getByRole('button', { name: /^Create path ?: Show two offers side by side$/ }).click();
  await studio.getByRole('button', { name: 'a lower offer for people who leave the checkout' }).click();
  await studio.getByText(/The page for people who leave the checkout .* has no price yet/).waitFor();
  await studio
    .getByLabel('The lower price', { exact: true })
    .selectOption({ label: 'Dawn field pack, In three parts, 3 × €9.00 monthly' });
  await studio.getByText('Ready to publish').waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await publish(studio);

  const page = await newPage(open.browser, { ...PHONE, bypassCSP: true });
  await page.goto(`${open.served.base}/dawn-field-pack-2`);
  expect(await page.getByRole('link', { name: 'Get it now' }).count()).toBe(2);
  await page.getByRole('link', { name: 'Get it now' }).last().click();
  await page.getByRole('button', { name: 'Pay €12.00 now' }).waitFor();
  await page.goBack();
  await page.getByRole('link', { name: 'Get it now' }).first().click();
  await page.getByRole('button', { name: 'Pay €24.00 now' }).waitFor();
  await page.getByRole('link', { name: 'Not now' }).click();
  await page.waitForURL('**/dawn-field-pack-2/before-you-go');
  expect(await axeFindings(page)).toEqual([]);
  await page.getByRole('link', { name: 'Get it now' }).click();
  await page.getByLabel('Email').fill('tarn.brook@example.org');
  await page.getByLabel('Name', { exact: true }).fill('Tarn Brook');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: 'Pay €9.00 now' }).click();
  await page.waitForURL('**/dawn-field-pack-2/thanks');
});
