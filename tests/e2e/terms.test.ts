import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { WORKED } from '../support/worked';
import { axeFindings, closeAll, complaintsOf, type DemoStudio, newPage, openDemoStudio } from '../support/browser';

let { served, browser, studio, complaints } = {} as DemoStudio;
beforeAll(async () => {
  ({ served, browser, studio, complaints } = await openDemoStudio());
});
afterAll(() => closeAll(browser, served));

const go = (name: string): Promise<void> => studio.getByRole('link', { name, exact: true }).click();

test('every row of the worked values, typed into the sentence: statement and drawing say what is due', async () => {
  await go('Price');
  for (const [i, [name, terms, dues, english]] of WORKED.entries()) {
    await studio.getByRole('button', { name: 'New offer …' }).click();
    await studio.waitForFunction(() => document.querySelector<HTMLInputElement>('.title-field')?.value === '');
    const title = `Worked ${i}`;
    await studio.getByLabel('Title of the offer').fill(title);
    await studio.getByRole('button', { name: 'Set a price' }).click();
    const field = (label: string) => studio.getByLabel(`${title}: ${label}`, { exact: true });
    await field('how it is paid').selectOption(terms?.kind ?? 'once');
    await field('amount in EUR').fill(terms?.amount ?? '');
    if (terms?.payments) await field('number of payments').fill(terms.payments);
    if (terms?.every) await field('days, weeks, months or years between payments').selectOption(terms.every.unit);
    if (terms?.trial) {
      await studio.getByRole('button', { name: `${title}: add trial` }).click();
      await field('days of trial').fill(terms.trial.days);
      await field('trial fee; leave empty for free').fill(terms.trial.fee);
    }
    if (terms?.setUp) {
      await studio.getByRole('button', { name: `${title}: add set-up fee` }).click();
      await field('set-up fee').fill(terms.setUp.amount);
      await field('when the set-up fee is charged').selectOption(terms.setUp.when);
    }
    if (terms?.introductory) {
      await studio.getByRole('button', { name: `${title}: add introductory price` }).click();
      await field('number of introductory payments').fill(terms.introductory.payments);
      await field('amount of the introductory payments').fill(terms.introductory.amount);
    }
    await studio.getByLabel('Date of purchase').fill('2026-11-23');
    const wanted = english.replace(/^Today/, 'On the day of purchase');
    await studio
      .waitForFunction(
        (text) => document.querySelector('[data-testid="statement"]')?.textContent?.startsWith(text),
        wanted,
      )
      .catch(async () => {
        throw new Error(`${name}: ${(await studio.getByTestId('statement').textContent()) ?? ''} is not ${wanted}`);
      });
    await studio.getByRole('button', { name: 'Show as list' }).click();
    const rows = await studio.locator('.outcome table tr').allTextContents();
    for (const due of dues) {
      const [, day = '', amount = ''] = /^(.+) ([\d.]+)$/.exec(due) ?? [];
      const full = day
        .replace('Nov', 'November')
        .replace('Dec', 'December')
        .replace('Jan', 'January')
        .replace('Feb', 'February');
      expect([
        name,
        due,
        rows.some(
          (row) =>
            row.startsWith(full) && (amount === '0.00' ? row.includes('nothing due') : row.endsWith(`€${amount}`)),
        ),
      ]).toEqual([name, due, true]);
    }
  }
});

test('a plan beside the full price: 91.00 more, 30.6 %; side by side with totals after 1, 6, 12 and 24 months', async () => {
  await studio.getByRole('link', { name: /^Worked 5/ }).click();
  await studio.getByRole('button', { name: 'Add another price to choose from' }).click();
  await studio.getByLabel('Name of price 2').fill('At once');
  await studio.getByLabel('At once: amount in EUR').fill('297');
  await studio.getByLabel('Worked 5: amount in EUR').focus();
  await studio.waitForFunction(
    () =>
      document.querySelector('[data-testid="beside-once"]')?.textContent ===
      '€91.00 (30.6 %) more than paying at once, “At once”.',
  );
  const table = studio.getByRole('table', { name: 'Total paid over time' });
  expect(await table.getByRole('row').nth(1).getByRole('cell').allTextContents()).toEqual([
    'Price',
    '€97.00',
    '€388.00',
    '€388.00',
    '€388.00',
    '€388.00',
  ]);
});

test('rehearsal: a card that refuses at the third payment, played with the real engine', async () => {
  await studio
    .getByRole('link', { name: /^The sound library€/ })
    .or(studio.getByRole('link', { name: /^The sound library €12/ }))
    .first()
    .click();
  await studio.getByLabel('Monthly: amount in EUR').focus();
  await studio
    .getByRole('heading', { name: 'The sound library' })
    .or(studio.getByLabel('Title of the offer'))
    .first()
    .waitFor();
  await studio.getByRole('button', { name: 'Rehearse future payments' }).click();
  await studio.getByLabel('What the card does').selectOption('ever');
  await studio.getByLabel('At which payment').fill('3');
  const table = studio.getByRole('table', { name: 'What would happen' });
  await table.getByText('email: that it ended unpaid').waitFor();
  const steps = (await table.getByRole('row').allTextContents()).filter(
    (row) => /paid|refused|closes/.test(row) && !row.includes('email'),
  );
  expect(steps.map((row) => row.replace(/^\d+ \w+ \d{4}/, ''))).toEqual([
    'paid, on the day of purchase€1.00',
    'paid, payment 1€12.00',
    ...Array.from({ length: 5 }, () => 'refused, insufficient funds€12.00'),
    'closes, The sound library',
  ]);
});

test('a coupon is made, tried on an example on the spot, and works at checkout', async () => {
  await studio.getByRole('link', { name: /^Coupons/ }).click();
  await studio.getByRole('button', { name: 'Add another coupon' }).click();
  await studio.getByLabel('New coupon: code').fill('halfoff');
  await studio.getByLabel('HALFOFF: percent', { exact: true }).fill('50');
  await studio.getByLabel('HALFOFF: which payments').selectOption('first');
  await studio.getByLabel('HALFOFF: example order').selectOption({ label: 'The sound library, Monthly' });
  await studio
    .getByRole('region', { name: 'HALFOFF' })
    .getByText(/€1\.00 for the first 14 days\. Then €6\.00 on .*, then €12\.00 monthly/)
    .waitFor();
  // The offers of the tests before are on no path yet, so they wait.
  await studio
    .getByRole('button', { name: /^Publish/ })
    .first()
    .click();
  await studio
    .getByRole('complementary', { name: 'Publishing' })
    .getByRole('button', { name: 'Publish 1 change' })
    .click();
  await studio
    .getByRole('button', { name: /^All published|^Publish/ })
    .first()
    .waitFor();
  const buyer = await newPage(browser, { viewport: { width: 390, height: 844 } });
  await buyer.goto(`${served.base}/the-sound-library/checkout`);
  await buyer.getByText('I have a coupon').click();
  await buyer.getByLabel('Coupon', { exact: true }).fill('halfoff');
  await buyer.getByRole('button', { name: 'Apply' }).click();
  await buyer.getByText('HALFOFF: 50 % off the first payment').waitFor();
  expect(await buyer.getByTestId('due-today').textContent()).toBe('€1.00');
  expect(await buyer.getByTestId('later-words').textContent()).toMatch(/^€6\.00 on .*, then €12\.00 monthly/);
  expect(await axeFindings(buyer)).toEqual([]);
  await buyer.close();
});

const ONCE = { number: '9000000000000001', poor: '9000000000000019' };

test('two years of a buyer: trial, renewals, a refused card, paid late, pause, switch, cancel, refund', async () => {
  const buyer = await newPage(browser, { viewport: { width: 390, height: 844 } });
  const moans = complaintsOf(buyer);
  const move = async (by: string, times = 1): Promise<void> => {
    for (let i = 0; i < times; i += 1) {
      await studio.getByRole('button', { name: by, exact: true }).click();
      await studio
        .waitForFunction(
          (label) => [...document.querySelectorAll('button')].some((b) => b.textContent === label && b.disabled),
          by,
          // Often over before it is looked for: what is waited for is that it is not so any more.
          { timeout: 200 },
        )
        .catch(() => undefined);
      await studio.waitForFunction(
        (label) => [...document.querySelectorAll('button')].some((b) => b.textContent === label && !b.disabled),
        by,
      );
    }
  };
  const mail = async (): Promise<string> =>
    (await (await fetch(`${served.base}/standin/mail/?to=odile.brand@example.org`)).text()).replace(
      /&#x27;|&#39;/g,
      '’',
    );
  const card = async (page: Page, number: string): Promise<void> => {
    await page.getByLabel('Card number').fill(number);
    await page.getByLabel('Expiry (month / year)').fill('11 / 39');
    await page.getByLabel('Security code').fill('321');
  };

  // Bought with a trial: 1.00 today, 12.00 monthly later.
  await buyer.goto(`${served.base}/the-sound-library/checkout`);
  expect(await buyer.getByTestId('due-today').textContent()).toBe('€1.00');
  expect(await buyer.getByTestId('due-later').textContent()).toBe('€12.00 monthly');
  await buyer.getByLabel('Email').fill('odile.brand@example.org');
  await buyer.getByLabel('Name').fill('Odile Brand');
  await card(buyer, ONCE.number);
  await buyer.getByRole('button', { name: 'Pay €1.00 now' }).click();
  await buyer.waitForURL(/thanks$/);

  // In by the mailed link, as a member.
  const link = async (): Promise<void> => {
    await fetch(`${served.base}/member/api/ask`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: served.base },
      body: JSON.stringify({ address: 'odile.brand@example.org' }),
    });
    for (let tries = 0; tries < 20; tries += 1) {
      await buyer.goto(`${served.base}/standin/mail/`);
      const first = buyer.locator('a').filter({ hasText: 'Your sign-in link for' }).first();
      if ((await first.count()) > 0) {
        await first.click();
        break;
      }
      await buyer.waitForTimeout(200);
    }
    const href = /http:\/\/[^\s"<]+\/member\/enter\/[\w-]+/.exec(await buyer.content())?.[0] ?? '';
    await buyer.goto(href);
    await buyer.getByRole('button', { name: 'Sign in' }).click();
    await buyer.getByRole('heading', { name: 'Subscriptions and plans' }).waitFor();
  };
  await link();
  await buyer.getByText(/^In trial until 29 June 2026\. Then €12\.00 on 29 June 2026\.$/).waitFor();
  const seen = async (text: RegExp): Promise<void> => {
    await buyer.goto(`${served.base}/member/`);
    await buyer.getByText(text).first().waitFor();
  };
  const act = async (name: RegExp | string): Promise<void> => {
    await buyer.getByRole('button', { name }).first().click();
    await buyer.locator('.message.calm').getByRole('button').click();
    await buyer
      .getByRole('status')
      .filter({ hasText: /Done|Paid/ })
      .waitFor();
  };

  // The trial ends: told before, paid then, and a month later again.
  await move('1 month', 2);
  expect(await mail()).toContain('Your trial of The sound library ends on 29 June 2026');
  await seen(/^The next payment is €12\.00 on 29 August 2026\.$/);
  await buyer.getByText('3 payments so far').waitFor();

  // A card that refuses: behind, told, then another card and paid at once; the dates stand.
  await buyer.getByRole('button', { name: 'Change card (ends 0001)' }).click();
  await card(buyer, ONCE.poor);
  await buyer.getByRole('button', { name: 'Use this card from now on' }).click();
  await buyer.getByText('Done.').waitFor();
  await move('1 week', 2);
  await move('1 day');
  expect(await mail()).toContain('Your payment for The sound library failed');
  await seen(
    /^€12\.00 has been past due since 29 August 2026\. We try again on \d+ (August|September) 2026\. Access stays open until 5 September 2026\.$/,
  );
  await buyer.getByRole('button', { name: 'Change card (ends 0019)' }).click();
  await card(buyer, ONCE.number);
  await buyer.getByRole('button', { name: 'Use this card from now on' }).click();
  await buyer.getByText('Paid. Thank you.').waitFor();
  await seen(/^The next payment is €12\.00 on 29 September 2026\.$/);

  // Paused over a due day, back by itself.
  await buyer.getByRole('button', { name: 'Pause payments' }).click();
  await buyer.getByLabel('Until when?').fill('2026-11-10');
  await buyer.getByRole('button', { name: 'Pause until 2026-11-10' }).click();
  await buyer.getByText('Done.').waitFor();
  await move('1 month', 2);
  await seen(/^Paused until 10 November 2026\.$/);
  await move('1 month');
  expect(await mail()).toContain('The sound library is active again');

  // The seller switches them to the yearly one; first it is said what that leads to.
  await go('Deliver');
  await studio.getByRole('link', { name: /^Active/ }).click();
  await studio.getByRole('link', { name: 'Odile Brand' }).first().click();
  await studio.getByRole('button', { name: 'Switch', exact: true }).click();
  await studio.getByLabel('What to switch to').selectOption({ label: 'The sound library, Yearly, €120.00 yearly' });
  await studio
    .getByTestId('leads-to')
    .getByText(/^€1[01]\d\.\d\d is charged to the card ending 0001 now, after €\d+\.\d\d for unused days\.$/)
    .waitFor();
  await studio.getByRole('button', { name: 'Switch plan', exact: true }).click();
  await studio.getByText('Paid. Thank you.').waitFor();
  await seen(/^The next payment is €120\.00 on \d+ \w+ 2027\.$/);

  // A year passes, it renews; then they stop it in two clicks, and the seller gives the last year back.
  await move('1 month', 13);
  await seen(/^The next payment is €120\.00 on \d+ \w+ 2028\.$/);
  await act(/^Cancel \(ends/);
  await seen(/^Cancelled\. Access stays open until \d+ \w+ 2028, and nothing more is charged\.$/);
  await studio.getByRole('link', { name: /^Cancelled, still open/ }).click();
  await studio.getByRole('link', { name: 'Odile Brand' }).first().click();
  await studio.getByRole('button', { name: 'Refund …' }).first().click();
  await studio.getByLabel('Whether it ends too').selectOption({ label: 'end it too' });
  await studio.getByTestId('leads-to').getByText('€120.00 is refunded to the card.').waitFor();
  await studio.getByRole('button', { name: 'Refund', exact: true }).click();
  await studio.getByText('Done.').first().waitFor();
  await seen(/^Ended on \d+ \w+ 202[78]: it was refunded\.$/);
  expect(await mail()).toContain('Your refund of €120.00');

  // Every paper is there, numbered, and opens as a PDF.
  await buyer
    .getByText(/payments? so far/)
    .first()
    .click();
  const href = await buyer.locator('a[href^="/member/papers/"]').first().getAttribute('href');
  const paper = await buyer.request.get(`${served.base}${href ?? ''}`);
  expect([paper.status(), (await paper.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  expect(await axeFindings(buyer)).toEqual([]);
  expect(moans).toEqual([]);
  expect(complaints).toEqual([]);
});
