import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { closeAll, type DemoStudio, mirrored, newPage, openDemoStudio } from '../support/browser';

let { served, browser, studio, complaints } = {} as DemoStudio;
beforeAll(async () => {
  ({ served, browser, studio, complaints } = await openDemoStudio());
});
afterAll(() => closeAll(browser, served));

const totals = async (): Promise<string> =>
  ((await studio.locator('.sheet p.lead').first().textContent()) ?? '').split('Export')[0]?.trim() ?? '';

test('every figure opens the rows it was counted from, with the same total', async () => {
  await studio.getByRole('link', { name: 'Today', exact: true }).click();
  const today = (await studio.getByText(/^Today and yesterday:/).textContent()) ?? '';
  const [, amount, count] = /(€[\d.,]+) from (\d+) orders/.exec(today) ?? [];
  await studio
    .getByRole('link', { name: `${count ?? ''} orders`, exact: true })
    .first()
    .click();
  await studio.getByText(`${count ?? ''} orders, ${amount ?? ''} paid`, { exact: false }).waitFor();
  await studio.getByRole('link', { name: 'Count', exact: true }).click();
  const row = studio.getByRole('row', { name: /^Dawn field pack \d/ });
  await row.getByRole('link').first().waitFor();
  const cells = await row.getByRole('cell').allTextContents();
  await row.getByRole('link').last().click();
  await studio.getByText(new RegExp(`^\\d+ payments for Dawn field pack, ${cells[3] ?? ''}`)).waitFor();
  const amounts = await studio.locator('.sheet tbody tr td:last-child').allTextContents();
  expect(amounts.reduce((all, text) => all + Math.round(Number(text.slice(1).replace(',', '')) * 100), 0)).toBe(
    Math.round(Number((cells[3] ?? '').slice(1).replace(',', '')) * 100),
  );
  await studio.getByRole('link', { name: 'Count', exact: true }).click();
  await row.getByRole('link').first().click();
  await studio.getByText(`${cells[1] ?? ''} orders, ${cells[2] ?? ''} paid`, { exact: false }).waitFor();
  while (await showMore());
  expect(await studio.locator('.sheet tbody tr').count()).toBe(Number(cells[1]));
});

/** Presses for more rows, where there are more, and waits until they have come. */
async function showMore(): Promise<boolean> {
  const more = studio.getByRole('button', { name: /^Show \d+ more$/ });
  await studio.locator('#sheet tr[data-row]').first().waitFor();
  if ((await more.count()) === 0) return false;
  const foot = studio.locator('p', { has: more });
  const before = (await foot.textContent()) ?? '';
  await more.click();
  await studio.getByText(before, { exact: true }).waitFor({ state: 'detached' });
  return true;
}

test('what happened on a path opens its orders: by path, by step and by entrance, with the same number', async () => {
  await studio.goto(`${new URL(studio.url()).origin}/studio/sell`);
  await studio.locator('.sheet tbody a', { hasText: 'Evening talk' }).first().click();
  const entrance = studio.getByRole('group', { name: 'Special link: listeners' });
  const bought = (await entrance.getByRole('link', { name: /bought$/ }).textContent()) ?? '';
  await entrance.getByRole('link', { name: /bought$/ }).click();
  const count = Number(/\d+/.exec(bought)?.[0]);
  expect(count).toBeGreaterThan(0);
  await studio.getByText(new RegExp(`^${count} orders?,`)).waitFor();
  expect(await studio.locator('.sheet tbody tr').count()).toBe(count);
  // All of that path are as many, or more; on any path there are more still.
  const rows = async (way: string): Promise<number> => {
    await studio.getByLabel('On which path').selectOption({ label: way });
    await studio.waitForTimeout(300);
    return Number(/^(\d+) orders?/.exec(await totals())?.[1]);
  };
  const [talk, any] = [await rows('Evening talk'), await rows('any path')];
  expect([talk >= count, any > talk]).toEqual([true, true]);
});

test('a list in a sentence: narrowed, totalled, named, found again after a reload, exported exactly', async () => {
  await studio.getByRole('link', { name: /^All orders/ }).click();
  await studio.getByLabel('Which orders').selectOption('back');
  await studio.getByLabel('For which offer').selectOption({ label: 'Dawn field pack' });
  await studio.getByRole('button', { name: 'Save this list' }).click();
  await studio.getByLabel('Name of this list').fill('Dawn, refunded');
  await studio.getByRole('button', { name: 'Save', exact: true }).click();
  await studio.getByText('Saved as “Dawn, refunded”').waitFor();
  const before = await totals();
  await studio.reload();
  await studio.getByRole('link', { name: /^Paid \d/ }).click();
  await studio.getByRole('link', { name: /Dawn, refunded/ }).click();
  await studio.waitForFunction(
    (text) => document.querySelector('.sheet p.lead')?.textContent?.startsWith(text),
    before,
  );
  const [file] = await Promise.all([
    studio.waitForEvent('download'),
    studio.getByRole('button', { name: /^Export/ }).click(),
  ]);
  const lines = readFileSync(await file.path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(lines.length - 1).toBe(await studio.locator('.sheet tbody tr').count());
  expect(before).toMatch(new RegExp(`^${lines.length - 1} orders?,`));
  await studio.getByLabel('Search these orders').fill('nobody at all');
  await studio.getByText(/No orders match\. \d+ without these filters\./).waitFor();
  await studio.getByRole('link', { name: 'Clear filters' }).click();
  await studio.getByText(/^\d+ orders/).waitFor();
});

test('a long list keeps only what is in sight in the document, and loses no row', async () => {
  await studio.goto(`${new URL(studio.url()).origin}/studio/deliver/orders`);
  // However many orders the demo has come to have.
  while (await showMore());
  const all = Number(/^([\d,]+) orders/.exec((await studio.getByText(/^[\d,]+ orders,/).textContent()) ?? '')?.[1]);
  expect(all).toBeGreaterThan(200);
  const rows = studio.locator('#sheet tr[data-row]');
  expect(await studio.locator('#sheet table').getAttribute('aria-rowcount')).toBe(String(all + 1));
  expect(await rows.count()).toBeLessThan(120);
  // From the top to the foot, every order is met once, the newest first.
  const met: number[] = [];
  for (let at = 0; met.length < all && at < 80; at += 1) {
    await studio.locator('#sheet').evaluate((sheet, top) => sheet.scrollTo(0, top), at * 600);
    await studio.waitForTimeout(60);
    for (const text of await rows.locator('td:nth-child(4)').allTextContents())
      if (!met.includes(Number(text))) met.push(Number(text));
  }
  expect(met).toHaveLength(all);
  expect(met).toEqual([...met].sort((a, b) => b - a));
  // The row in hand is opened where it stands, and the next one by a key.
  await rows.last().getByRole('link').click();
  await studio.getByRole('heading', { name: /^Order / }).waitFor();
  await studio.locator('#sheet').evaluate((sheet) => sheet.scrollTo(0, 0));
});

test('acting on many: what it does, whom it leaves out, one example; it can be stopped, and never repeats what was done', async () => {
  await studio.clock.install();
  await studio.getByLabel('For which offer').selectOption({ label: 'Wren sound cards' });
  await studio.waitForFunction(() => location.search.includes('offer='));
  await studio.getByRole('button', { name: 'refund', exact: true }).click();
  await studio
    .getByText(
      /^For example: .* gets €[\d.]+ for order \d+ refunded to the card ending \d{4}, and access to “[^”]*Wren sound cards[^”]*” closes\.$/,
    )
    .waitFor();
  const button = studio.getByRole('button', { name: /^Refund €[\d.,]+ for \d+ orders and close their access$/ });
  const [, count] = /for (\d+) orders/.exec((await button.textContent()) ?? '') ?? [];
  await button.click();
  await studio.getByText(/Starts in 1:00|Starts in 0:59/).waitFor();
  await studio.getByRole('button', { name: 'Stop' }).first().click();
  await studio.clock.fastForward(70_000);
  await studio.getByRole('button', { name: 'refund', exact: true }).click();
  await studio.getByRole('button', { name: /^Refund/ }).click();
  await studio.clock.fastForward(61_000);
  await studio
    .getByText(new RegExp(`Refunding ${count ?? ''} orders: ${count ?? ''} done\\.`))
    .first()
    .waitFor();
  await studio.getByRole('button', { name: 'refund', exact: true }).click();
  await studio.getByText('There is nobody left to do this for.').waitFor();
  await studio.getByText(new RegExp(`Left out: .*${count ?? ''}|Left out: \\d+ already refunded`)).waitFor();
  await studio.getByRole('button', { name: 'Cancel' }).click();
});

test('two windows: the second only shows a thing, live, until it takes it over', async () => {
  const other = await studio.context().newPage();
  await studio.getByRole('link', { name: 'Price', exact: true }).click();
  await studio.getByLabel('Title of the offer').waitFor();
  await other.goto(`${served.base}/studio/price`);
  await other.getByText('This is open in another window', { exact: false }).waitFor();
  expect(await other.getByLabel('Title of the offer').isDisabled()).toBe(true);
  await studio.bringToFront();
  await studio.getByLabel('Title of the offer').fill('Typed in the first window');
  await other.waitForFunction(
    () => (document.querySelector('.title-field') as HTMLInputElement).value === 'Typed in the first window',
  );
  await other.getByRole('button', { name: 'Edit here instead' }).click();
  await other.waitForFunction(
    () => !(document.querySelector('.title-field') as HTMLInputElement).closest('fieldset')?.disabled,
  );
  await studio.getByText('This is open in another window', { exact: false }).waitFor();
  await other.getByLabel('Title of the offer').fill('Typed in the second');
  await studio.waitForFunction(
    () => (document.querySelector('.title-field') as HTMLInputElement).value === 'Typed in the second',
  );
  await other.close();
  // With the other gone, this one edits again by itself.
  await studio.waitForFunction(
    () => !(document.querySelector('.title-field') as HTMLInputElement).closest('fieldset')?.disabled,
  );
  expect(complaints).toEqual([]);
});

test('after an interruption: what was edited, and not yet looked at as the buyer', async () => {
  await studio
    .getByRole('link', { name: /Dawn field pack|Typed in/ })
    .first()
    .click();
  await studio.getByLabel('For yourself: amount in EUR').fill('26');
  await studio.waitForTimeout(800);
  await studio.goto(`${served.base}/studio/`);
  await studio.getByText(/^You changed a price of “.*” and have not yet looked at it as the buyer\./).waitFor();
  await studio.getByRole('link', { name: 'Continue' }).click();
  await studio.getByRole('button', { name: 'See as buyer' }).click();
  await studio.getByText('Nothing is charged, sent or recorded.', { exact: false }).waitFor();
  await studio.getByLabel('What you see').selectOption('live');
  await studio.getByText('€24.00').first().waitFor();
  await studio.keyboard.press('Escape');
  await studio.getByRole('link', { name: 'Today', exact: true }).click();
  await studio.waitForFunction(() => !document.body.textContent?.includes('have not yet looked at it'));
});

test('an empty browser shows the newest orders at once, says how far it has copied, and then holds all of them', async () => {
  const page = await newPage(browser, { viewport: { width: 1280, height: 800 } });
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/owner/api/journal?after=*', async (route) => {
    const first = route.request().url().includes('after=0&');
    if (!first) await held;
    const response = await route.fetch();
    // As if the history were long: the first part is a small one.
    const lines = (await response.text()).split('\n').slice(0, 500);
    await route.fulfill(first ? { response, body: `${lines.join('\n')}\n` } : { response });
  });
  await page.goto(served.studio);
  await page.getByText(/Copying the shop’s history to this browser, \d+ % done\./).waitFor();
  // Lately holds what was sold last, not what was sold first.
  await page.locator('.rows tbody tr').nth(5).waitFor();
  const lately = await page.locator('.rows tbody tr').allTextContents();
  await page.getByRole('link', { name: 'Deliver', exact: true }).click();
  await page
    .getByText('newest orders only: older ones are still being copied to this browser.', { exact: false })
    .waitFor();
  // Nothing is done to a list of which only a part is here.
  expect(await page.getByRole('button', { name: /^Export/ }).count()).toBe(0);
  await page.locator('tr[data-row] a').first().click();
  const order = (await page.getByRole('heading', { name: /^Order \d+$/ }).textContent()) ?? '';
  letGo();
  await mirrored(page);
  await page.getByText('newest orders only', { exact: false }).waitFor({ state: 'detached' });
  await page.getByRole('button', { name: /^Export these [\d,]+ as CSV/ }).waitFor();
  expect((await page.locator('.rows tbody tr').first().textContent()) ?? '').toContain(order.slice(6));
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.locator('.rows tbody tr').nth(5).waitFor();
  expect(await page.locator('.rows tbody tr').allTextContents()).toEqual(lately);
  expect(await page.getByText('being copied to this browser', { exact: false }).count()).toBe(0);
  await page.close();
});
