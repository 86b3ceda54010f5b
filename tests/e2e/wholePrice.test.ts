import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { closeAll, complaintsOf, type DemoStudio, newPage, openDemoStudio } from '../support/browser';

let { served, browser, studio, complaints } = {} as DemoStudio;
beforeAll(async () => {
  ({ served, browser, studio, complaints } = await openDemoStudio());
});
afterAll(() => closeAll(browser, served));

const stage = (name: string): Promise<void> => studio.getByRole('link', { name, exact: true }).click();
const publish = async (): Promise<void> => {
  await studio.getByText(/^Saved on this computer \d/).waitFor();
  await studio
    .getByRole('button', { name: /^Publish \d/ })
    .first()
    .click();
  await studio
    .getByRole('complementary')
    .getByRole('button', { name: /^Publish \d/ })
    .click();
  await studio.getByRole('button', { name: 'All published' }).waitFor();
};
async function buy(path: string, address: string, price?: string): Promise<Page> {
  const page = await newPage(browser);
  await page.goto(`${served.base}${path}`);
  if (price) await page.getByRole('radio', { name: price }).check();
  await page.getByLabel('Email').fill(address);
  await page.getByLabel('Name', { exact: true }).fill('Tove Marsh');
  await page.getByText('Sample cards for this test shop').click();
  await page.getByRole('button', { name: 'Goes through', exact: true }).click();
  await page.getByRole('button', { name: /^(Pay|Get)/ }).click();
  return page;
}

test('limits, days, a length of access, words and a statement of its own, from the sentence to the buyer', async () => {
  await stage('Price');
  await studio
    .getByRole('link', { name: /Wren sound cards/ })
    .first()
    .click();
  const name = 'Wren sound cards';
  await studio.getByLabel(`${name}: how long it stays open`).selectOption('for');
  await studio.getByLabel(`${name}: how many months it stays open`).fill('3');
  await studio.getByRole('button', { name: `${name}: add limit` }).click();
  await studio.getByLabel(`${name}: how many can be sold`).fill('1x');
  await studio.getByText('The limit: “1x” is not a number. Write it like 50.').first().waitFor();
  // What was typed stays; the answer stays too, for what can still be worked out.
  expect(await studio.getByLabel(`${name}: how many can be sold`).inputValue()).toBe('1x');
  await studio.getByText('Shown for €12.00', { exact: true }).waitFor();
  await studio.getByText('Opens at once and stays open for 3 months', { exact: false }).waitFor();
  // Those sold before the limit was set count, too; the sentence says how many.
  const sold = Number(/^\d+/.exec((await studio.getByText(/^\d+ sold so far$/).textContent()) ?? '')?.[0]);
  const limit = sold + 2;
  await studio.getByLabel(`${name}: how many can be sold`).fill(String(limit));
  await studio.getByLabel(`${name}: maximum per buyer`).fill('1');
  await studio.getByRole('button', { name: `${name}: add custom price text` }).click();
  await studio.getByLabel(`${name}: custom price text`).fill('The price of two coffees');
  await studio.getByRole('button', { name: `${name}: add card statement` }).click();
  await studio.getByLabel(`${name}: card statement`).fill('WREN CARDS 2026');
  await studio
    .getByText('Opens at once and stays open for 3 months, until 15 September 2026.', { exact: false })
    .waitFor();
  await studio.getByText('Live, stays open: for good', { exact: false }).waitFor();
  await publish();

  const visitor = await newPage(browser);
  await visitor.goto(`${served.base}/wren-sound-cards`);
  await visitor.getByText('The price of two coffees').waitFor();
  await visitor.getByText(`2 of ${limit} left`).waitFor();
  await visitor.goto(`${served.base}/wren-sound-cards/checkout`);
  expect(await visitor.getByTestId('due-today').textContent()).toBe('€12.00');
  await visitor.getByText('WREN CARDS 2026').waitFor();

  const first = await buy('/wren-sound-cards/checkout', 'one@example.org');
  await first.waitForURL('**/offer');
  const again = await buy('/wren-sound-cards/checkout', ' ONE@example.org ');
  await again
    .getByText('Each buyer can have this once, and this email address already has it. Nothing was charged.', {
      exact: false,
    })
    .waitFor();
  const second = await buy('/wren-sound-cards/checkout', 'two@example.org');
  await second.waitForURL('**/offer');
  await visitor.reload();
  await visitor.getByText('This is sold out.').waitFor();
  await visitor.goto(`${served.base}/wren-sound-cards`);
  await visitor.getByText('Sold out').waitFor();
});

test('a link held elsewhere is reached through the buyer’s own link only; a file replaced reaches those who have it, and can be put back', async () => {
  await stage('Make');
  await studio
    .getByRole('link', { name: /One minute of marsh/ })
    .first()
    .click();
  await studio.getByRole('button', { name: 'Add a link to a file elsewhere' }).click();
  await studio.getByLabel('Name of link 1').fill('The film');
  await studio.getByLabel('Address of link 1').fill('film');
  await studio.getByText('“film” is not a web address.', { exact: false }).first().waitFor();
  await studio.getByLabel('Address of link 1').fill('https://films.example/marsh');
  await studio
    .getByLabel('Replace Who was it.pdf')
    .setInputFiles({ name: 'Who was it, again.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4 new') });
  await studio.getByText('Previous version: Who was it.pdf', { exact: false }).waitFor();
  await studio.getByRole('button', { name: 'Move up Who was it, again.pdf' }).click();
  await publish();
  const page = await newPage(browser);
  await page.goto(`${served.base}/one-minute-of-marsh/checkout`);
  await page.getByLabel('Email').fill('film@example.org');
  await page.getByLabel('Name', { exact: true }).fill('Film');
  await page.getByRole('button', { name: /^Get/ }).click();
  await page.waitForURL('**/thanks');
  expect(await page.content()).not.toContain('films.example');
  const href = await page.getByRole('link', { name: 'Open The film' }).getAttribute('href');
  const led = await page.request.get(`${served.base}${href ?? ''}`, { maxRedirects: 0 });
  expect([led.status(), led.headers()['location']]).toEqual([303, 'https://films.example/marsh']);
  // Without the visit or a sign-in the same link leads nowhere.
  const stranger = await (await newPage(browser)).request.get(`${served.base}${href ?? ''}`, { maxRedirects: 0 });
  expect(stranger.status()).toBe(403);
  await studio.getByRole('button', { name: /^Restore Who was it\.pdf/ }).click();
  await studio.getByText('Previous version: Who was it, again.pdf', { exact: false }).waitFor();
});

test('a sales page with its own checkout, and a chooser that has chosen', async () => {
  await stage('Sell');
  await studio.locator('.sheet').getByRole('link', { name: 'Dawn field pack' }).click();
  await studio.getByRole('link', { name: 'Edit its page' }).click();
  await studio.getByRole('button', { name: 'Add a block' }).click();
  await studio.getByRole('button', { name: 'Price chooser' }).click();
  await studio.getByRole('button', { name: 'Add a block' }).click();
  await studio.getByRole('button', { name: 'The checkout', exact: true }).click();
  await publish();
  const page = await newPage(browser);
  const heard = complaintsOf(page);
  await page.goto(`${served.base}/dawn-field-pack`);
  await page.getByRole('heading', { name: 'Dawn field pack', level: 1 }).waitFor();
  await page.getByLabel('Email').fill('page@example.org');
  await page.getByRole('radio', { name: 'For a class, up to 30' }).check();
  await page.getByRole('button', { name: 'Pay €68.00 now' }).waitFor();
  await page.getByRole('link', { name: /^Choose this ?: For a class/ }).click();
  await page.waitForURL('**/checkout?price=*');
  expect(await page.getByTestId('due-today').textContent()).toBe('€68.00');
  const paid = await buy('/dawn-field-pack', 'page@example.org', 'For yourself');
  await paid.waitForURL('**/thanks');
  expect(heard).toEqual([]);
});

test('what was live can be live again, with today’s files', async () => {
  await studio
    .getByRole('button', { name: /^(All published|Publish)/ })
    .first()
    .click();
  if (await studio.getByRole('heading', { name: 'Publishing' }).count()) {
    await studio
      .getByRole('complementary')
      .getByRole('button', { name: /^Publish \d/ })
      .click();
    await studio.getByRole('button', { name: 'All published' }).waitFor();
    await studio.getByRole('button', { name: 'All published' }).click();
  }
  await studio.getByRole('button', { name: 'Make this live again' }).last().click();
  await studio.getByText(/is live again, with today’s files/).waitFor();
  const page = await (await fetch(`${served.base}/wren-sound-cards`)).text();
  expect(page).not.toContain('The price of two coffees');
  // What was published since is a draft again, and can be published again.
  await studio
    .getByRole('button', { name: /^Publish \d/ })
    .first()
    .waitFor();
});

test('put away: off the lists and off sale, kept by its owners, brought back', async () => {
  await stage('Make');
  await studio
    .getByRole('link', { name: /Wren sound cards/ })
    .first()
    .click();
  await studio.getByRole('button', { name: 'Archive' }).click();
  await studio.waitForFunction(() => !document.querySelector('.index')?.textContent?.includes('Wren sound cards'));
  await publish();
  const gone = await (await fetch(`${served.base}/wren-sound-cards/checkout`)).text();
  expect(gone).toContain('This is not on sale at the moment');
  await studio.getByRole('link', { name: 'Reedlight' }).click();
  await studio.getByRole('button', { name: 'Restore the product Wren sound cards' }).click();
  await studio.getByRole('button', { name: 'Restore the offer Wren sound cards' }).click();
  await stage('Make');
  await studio
    .getByRole('link', { name: /Wren sound cards/ })
    .first()
    .waitFor();
  expect(complaints).toEqual([]);
});

test('a large picture is made smaller; the brand reaches buyers, and what could not be read is mended', async () => {
  const picture = Buffer.from(
    await studio.evaluate(async () => {
      const canvas = new OffscreenCanvas(2000, 500);
      const context = canvas.getContext('2d');
      const pixels = new ImageData(2000, 500);
      // Fine grain, as photographs have, which a drawing's format keeps in full.
      for (let i = 0; i < pixels.data.length; i += 1)
        pixels.data[i] = i % 4 === 3 ? 255 : 100 + Math.floor(Math.random() * 97);
      context?.putImageData(pixels, 0, 0);
      const blob = await canvas.convertToBlob({ type: 'image/png' });
      return new Promise<string>((resolve) => {
        const reader = new FileReader();
        reader.onload = () => resolve((reader.result as string).split(',')[1] ?? '');
        reader.readAsDataURL(blob);
      });
    }),
    'base64',
  );
  await stage('Make');
  await studio
    .getByRole('link', { name: /Dawn field pack/ })
    .first()
    .click();
  await studio
    .getByLabel('Picture', { exact: true })
    .setInputFiles({ name: 'Reeds at dawn.png', mimeType: 'image/png', buffer: picture });
  await studio.waitForFunction(() =>
    [...document.querySelectorAll<HTMLImageElement>('.sheet img')].some(
      (img) => img.naturalWidth === 1600 && img.naturalHeight === 400,
    ),
  );
  await studio.getByRole('link', { name: 'Reedlight' }).click();
  await studio.getByLabel('Colour of headings and buttons').fill('#ffcc00');
  await studio.getByText(/^#ffcc00 is too pale to read on these pages/).waitFor();
  await studio.getByLabel('Logo').setInputFiles({ name: 'Logo.png', mimeType: 'image/png', buffer: picture });
  await studio.getByText('Logo.webp', { exact: true }).waitFor();
  await publish();
  const visitor = await newPage(browser);
  const heard = complaintsOf(visitor);
  await visitor.goto(`${served.base}/dawn-field-pack`);
  const seen = await visitor.evaluate(() => ({
    ink: getComputedStyle(document.documentElement).getPropertyValue('--ink').trim(),
    logo: document.querySelector<HTMLImageElement>('.logo')?.naturalWidth,
  }));
  expect(seen.ink).toMatch(/^#[0-9a-f]{6}$/);
  expect(seen.ink).not.toBe('#ffcc00');
  expect(seen.logo).toBe(1600);
  expect(heard).toEqual([]);
});

test('the buyer names the amount, or takes several: from the sentence to what is paid', async () => {
  await stage('Price');
  await studio
    .getByRole('link', { name: /^Dawn field pack/ })
    .first()
    .click();
  await studio.getByLabel('For yourself: how it is paid').selectOption('open');
  await studio.getByLabel('For yourself: minimum in EUR').fill('30');
  await studio.getByText('The least is above what is suggested.').first().waitFor();
  await studio.getByLabel('For yourself: minimum in EUR').fill('5');
  await studio.getByLabel('For yourself: maximum in EUR').fill('90');
  await studio
    .getByText('On the day of purchase an amount you choose, from €5.00 to €90.00, one payment.', { exact: false })
    .first()
    .waitFor();
  const several = 'For a class, up to 30';
  await studio.getByRole('button', { name: `${several}: add limit` }).click();
  await studio.getByLabel(`${several}: maximum per order`).fill('4');
  await studio.getByRole('button', { name: `${several}: add article number` }).click();
  await studio.getByLabel(`${several}: article number`).fill('DFP-30');
  await publish();

  const visitor = await newPage(browser, { viewport: { width: 390, height: 844 } });
  await visitor.goto(`${served.base}/dawn-field-pack/checkout`);
  await visitor.getByText('Any amount from €5.00 to €90.00.').waitFor();
  expect(await visitor.getByLabel('Your amount').inputValue()).toBe('24.00');
  await visitor.getByLabel('Your amount').fill('4');
  await visitor.getByLabel('Email').fill('named@example.org');
  await visitor.getByText('Enter an amount from €5.00 to €90.00.').waitFor();
  await visitor.getByLabel('Your amount').fill('8,50');
  await visitor.getByLabel('Name', { exact: true }).fill('Tove Marsh');
  await visitor.getByRole('button', { name: 'Pay €8.50 now' }).waitFor();
  expect(await visitor.getByTestId('due-today').textContent()).toBe('€8.50');
  await visitor.getByText('Sample cards for this test shop').click();
  await visitor.getByRole('button', { name: 'Goes through', exact: true }).click();
  // Enter in the field pays no sum that was not shown: it is asked for, shown, and waits for another press.
  await visitor.getByLabel('Your amount').fill('9');
  await visitor.getByLabel('Your amount').press('Enter');
  await visitor.getByText('What you typed changes the price. Nothing has been charged yet', { exact: false }).waitFor();
  await visitor.getByRole('button', { name: 'Pay €9.00 now' }).waitFor();
  expect(await visitor.getByTestId('due-today').textContent()).toBe('€9.00');
  // Several of the other price: the bill counts them, the receipt names the article.
  await visitor.getByRole('radio', { name: several }).check();
  await visitor.getByLabel('How many').selectOption('3');
  await visitor.getByRole('button', { name: 'Pay €204.00 now' }).waitFor();
  await visitor.getByText(`3 × Dawn field pack, ${several}`).waitFor();
  await visitor.getByRole('button', { name: 'Pay €204.00 now' }).click();
  await visitor.waitForURL('**/thanks');
  await visitor.getByText(`3 × Dawn field pack, ${several}`).waitFor();
});
