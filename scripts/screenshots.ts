// Takes the pictures in docs/screenshots from the demo shop: npm run build && npm run screenshots
import { mkdirSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { mirrored, newPage, openBrowser, serveBuilt } from '../tests/support/browser';

const folder = 'docs/screenshots';
mkdirSync(folder, { recursive: true });
const served = await serveBuilt('demo');
const browser = await openBrowser();
const shot = async (page: Page, name: string): Promise<void> => {
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}/${name}.png` });
};

const WIDE = { viewport: { width: 1280, height: 800 } };
const PHONE = { viewport: { width: 390, height: 844 }, deviceScaleFactor: 2 };

try {
  const studio = await newPage(browser, WIDE);
  await studio.goto(served.studio);
  await studio.getByText('Shop online').waitFor();
  await mirrored(studio);
  await shot(studio, 'today');
  for (const [link, name] of [
    ['Make', 'make'],
    ['Sell', 'sell'],
    ['Follow up', 'follow-up'],
    ['Count', 'count'],
  ] as const) {
    await studio.getByRole('link', { name: link, exact: true }).click();
    if (link === 'Make') {
      await studio.getByRole('link', { name: /^The Hide \d/ }).click();
      await shot(studio, 'membership');
      await studio.getByRole('link', { name: /^Hearing Wrens/ }).click();
    }
    if (link === 'Sell') {
      await studio.locator('.sheet tbody a', { hasText: 'Wrens in spring' }).first().click();
      await studio
        .getByText(/\d+ visitors/)
        .first()
        .waitFor();
      await studio.locator('.stream-step').nth(1).click();
      await shot(studio, 'path');
      await studio.getByRole('link', { name: 'Sell', exact: true }).click();
      await studio.locator('.sheet tbody a').first().click();
      await studio.getByRole('link', { name: 'Edit its page' }).click();
      await studio.locator('.rich-words').first().click();
    }
    await shot(studio, name);
  }
  await studio.getByRole('link', { name: 'Price', exact: true }).click();
  await studio.getByRole('link', { name: /^The sound library €12/ }).click();
  await studio.getByLabel('Monthly: amount in EUR').focus();
  await shot(studio, 'price');
  await studio.getByRole('link', { name: /^Deliver/ }).click();
  await studio.getByRole('link', { name: /^Refunded/ }).click();
  await studio.locator('.rows tbody tr').nth(1).click();
  await shot(studio, 'order');
  await studio.getByRole('link', { name: /^Past due/ }).click();
  await studio.locator('.rows tbody tr').first().click();
  await shot(studio, 'plans');
  await studio.getByRole('link', { name: 'All customers' }).click();
  await studio.locator('.rows tbody tr').nth(2).click();
  await shot(studio, 'people');

  await studio.getByRole('link', { name: 'Calendar' }).click();
  await studio.locator('.sheet li button').first().click();
  await studio.getByText('Their answers').waitFor();
  await shot(studio, 'sessions');

  await lesson(await newPage(browser, { ...PHONE, colorScheme: 'dark' }), 'lesson-phone');

  const visitor = await newPage(browser, WIDE);
  await visitor.goto(`${served.base}/dawn-field-pack`);
  await visitor.waitForTimeout(300);
  await visitor.screenshot({ path: `${folder}/sales-page.png`, fullPage: true });
  await visitor.getByRole('link', { name: 'Get it now' }).click();
  await visitor.getByLabel('Email').fill('tove@example.org');
  await visitor.getByLabel('Name', { exact: true }).fill('Tove Marsh');
  await visitor.getByLabel(/^Add the wren/).check();
  await visitor.getByRole('button', { name: 'Pay €36.00 now' }).waitFor();
  await visitor.waitForTimeout(700);
  await visitor.screenshot({ path: `${folder}/checkout.png`, fullPage: true });
  await offerPicture(await newPage(browser, PHONE));

  const phone = await newPage(browser, PHONE);
  await phone.goto(`${served.base}/the-sound-library/checkout`);
  await phone.getByLabel('Email').fill('tove@example.org');
  await phone.getByLabel('Name', { exact: true }).fill('Tove Marsh');
  await phone.getByText('Sample cards for this test shop').click();
  await phone.getByRole('button', { name: 'Goes through', exact: true }).click();
  await phone.getByText('Sample cards for this test shop').click();
  await phone.waitForTimeout(300);
  await phone.screenshot({ path: `${folder}/checkout-phone.png`, fullPage: true });

  await booking(await newPage(browser, { ...PHONE, timezoneId: 'America/New_York' }));

  const member = await newPage(browser, PHONE);
  await signIn(member, 'hedda.oriel@example.org');
  await member.getByRole('link', { name: 'Open The Hide' }).waitFor();
  await member.waitForTimeout(500);
  await member.screenshot({ path: `${folder}/member-phone.png`, fullPage: true });
} finally {
  await browser.close();
  await served.stop();
}

/** A lesson of somebody who is in the middle of the course. */
async function lesson(page: Page, name: string): Promise<void> {
  await signIn(page, 'paula.moraes@example.org');
  await page.getByRole('link', { name: 'All lessons' }).click();
  await page.getByRole('link', { name: 'Trill, pause, trill', exact: true }).click();
  await page.waitForTimeout(1_200);
  await page.screenshot({ path: `${folder}/${name}.png`, fullPage: name.endsWith('phone') });
}

/** Somebody in New York who looks for a time of theirs. */
async function booking(page: Page): Promise<void> {
  await signIn(page, 'birte.moraes@example.org');
  await page.getByRole('link', { name: 'Book a session' }).first().click();
  await page.getByRole('heading', { name: 'Available times' }).waitFor();
  await page.locator('button[aria-pressed]').nth(3).click();
  await page.waitForTimeout(500);
  await page.screenshot({ path: `${folder}/booking-phone.png` });
}

/** Signs somebody in by a letter they ask for. */
async function signIn(page: Page, address: string): Promise<void> {
  const data = { address };
  await page.request.post(`${served.base}/member/api/ask`, { data, headers: { origin: served.base } });
  await page.waitForTimeout(1_500);
  await page.goto(`${served.base}/standin/mail/?to=${encodeURIComponent(address)}`);
  await page.locator('li a').first().click();
  await page.getByRole('link', { name: /member\/enter/ }).click();
  await page.getByRole('button', { name: 'Sign in' }).click();
}

/** What is offered after payment, as somebody who has just paid meets it. */
async function offerPicture(page: Page): Promise<void> {
  await page.goto(`${served.base}/wren-sound-cards/checkout`);
  await page.getByLabel('Email').fill('ilmar@example.org');
  await page.getByLabel('Name', { exact: true }).fill('Ilmar Oriel');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: /^Pay/ }).click();
  await page.waitForURL('**/offer');
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}/offer-phone.png`, fullPage: true });
}
