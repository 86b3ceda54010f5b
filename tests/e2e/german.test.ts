import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { wordsFor } from '#core/words';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { until } from '../support/waiting';

const open = openForAll('demo');

/** Every sentence of the English catalogue that stands by itself and is long enough to be known again. */
function sentencesIn(words: object): string[] {
  return Object.values(words).flatMap((value: unknown) =>
    typeof value === 'string'
      ? value.length > 11
        ? [value]
        : []
      : typeof value === 'object' && value !== null
        ? sentencesIn(value)
        : [],
  );
}
const german = new Set(sentencesIn(wordsFor('de')));
const ENGLISH = sentencesIn(wordsFor('en')).filter((sentence) => !german.has(sentence));

/** What the seller wrote, or left as it was proposed, stays as it is in every language. */
function writtenBySeller(): string {
  const folder = join(open.served.folder, 'data', 'test', 'releases');
  const last = readdirSync(folder).sort().at(-1) ?? '';
  return readFileSync(join(folder, last), 'utf8');
}

/** What a person reads on the page, and what is read to them: English that slipped in is a finding. */
async function englishOn(page: Page): Promise<string[]> {
  const text = await page.evaluate(() => document.body.innerText);
  expect(await page.evaluate(() => document.documentElement.lang)).toMatch(/^de/);
  const theirs = writtenBySeller();
  return ENGLISH.filter((sentence) => text.includes(sentence) && !theirs.includes(sentence));
}
const letters = async (): Promise<string> => (await fetch(`${open.served.base}/standin/mail/`)).text();

test('a German browser in an English shop: page, checkout, letters and member area speak German, the card’s problem too', async () => {
  const page = await newPage(open.browser, { viewport: { width: 390, height: 844 }, locale: 'de-DE', bypassCSP: true });
  const moans = complaintsOf(page);
  await page.goto(`${open.served.base}/the-sound-library/checkout`);
  expect(await page.getByTestId('due-today').textContent()).toMatch(/^1,00\s€$/);
  expect(await page.getByTestId('due-later').textContent()).toMatch(/^12,00\s€ monatlich$/);
  expect(await englishOn(page)).toEqual([]);

  // What is missing is said in German, and nothing that was typed goes.
  await page.getByLabel('E-Mail').fill('jette.anders@example.org');
  await page.getByRole('button', { name: /^Jetzt 1,00\s€ zahlen$/ }).click();
  await page.getByText('Schreiben Sie Ihren Namen', { exact: false }).waitFor();
  expect(await englishOn(page)).toEqual([]);
  await page.getByLabel('Name', { exact: true }).fill('Jette Anders');
  await page.getByLabel('Kartennummer').fill('9000000000000001');
  await page.getByLabel('Gültig bis (MM/JJ)').fill('11 / 39');
  await page.getByLabel('Prüfziffer auf der Karte').fill('321');
  await page.getByRole('button', { name: /^Jetzt 1,00\s€ zahlen$/ }).click();
  await page.waitForURL(/thanks$/);
  expect(await englishOn(page)).toEqual([]);
  expect(await axeFindings(page)).toEqual([]);

  // The receipt comes in the language of the order.
  await until(async () => /Ihre Bestellung/.test(await letters()), 'the receipt', 200);

  // In by the link of a letter, as a member; the link is asked for in German as well.
  await page.goto(`${open.served.base}/member`);
  await page.getByRole('heading', { name: 'Öffnen, was Sie gekauft haben' }).waitFor();
  await page.getByLabel('E-Mail').fill('jette.anders@example.org');
  await page.getByRole('button', { name: 'Schicken Sie mir einen Link' }).click();
  await page.getByRole('status').waitFor();
  expect(await englishOn(page)).toEqual([]);
  // The letter leaves the shop a moment later; the list of letters is read again until it is there.
  const letter = page.getByRole('link', { name: 'Ihr Anmeldelink für' }).first();
  for (let tries = 0; tries < 60; tries += 1) {
    await page.goto(`${open.served.base}/standin/mail/`);
    if ((await letter.count()) > 0) break;
    await page.waitForTimeout(250);
  }
  await letter.click();
  const href = /http:\/\/[^\s"<]+\/member\/enter\/[\w-]+/.exec(await page.content())?.[0] ?? '';
  await page.goto(href);
  expect(await englishOn(page)).toEqual([]);
  await page.getByRole('button', { name: 'Anmelden' }).click();
  await page.getByRole('heading', { name: 'Was Sie nach und nach zahlen' }).waitFor();
  await page
    .getByText(/Probezeit bis/)
    .first()
    .waitFor();
  expect(await englishOn(page)).toEqual([]);
  expect(await axeFindings(page)).toEqual([]);

  // The foot of the page changes the language of the page, not of what was bought.
  await page.getByRole('link', { name: 'English' }).click();
  await page.getByRole('heading', { name: 'Subscriptions and plans' }).waitFor();
  expect(moans).toEqual([]);
});
