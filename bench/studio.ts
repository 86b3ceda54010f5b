import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { BrowserContext, Page } from 'playwright-core';
import { openProfile, type Served, serveBuilt } from '../tests/support/browser';
import { writeBigShop } from './bigShop';

const ORDERS = Number(process.env['BENCH_ORDERS'] ?? 100_000);
const BLOCKS = 80;
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const ms = (value: number): string => `${Math.round(value)} ms`;

/** The studio with a mirror of many orders: opening, lists, totals, search, and from a key press to its paint. */
export async function studio(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-'));
  await writeBigShop(join(folder, 'data'), ORDERS, BLOCKS);
  const started = performance.now();
  const served = await serveBuilt('start', folder);
  const browser = await openProfile(join(folder, 'profile'));
  try {
    await measure(served, browser, started);
  } finally {
    await browser.close();
    await served.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  say(`  First load of the studio: ${firstLoad()}.`);
}

async function measure(served: Served, browser: BrowserContext, started: number): Promise<void> {
  say(`Studio, ${ORDERS.toLocaleString('en')} orders. Shop started in ${ms(performance.now() - started)}.`);
  const page = await browser.newPage();
  page.setDefaultTimeout(600_000);
  const pulled = performance.now();
  await page.goto(served.studio);
  await page.getByText('Shop online').waitFor();
  await page.locator('.rows tbody tr').nth(5).waitFor();
  say(`  Opened in an empty browser: the newest orders stand after ${ms(performance.now() - pulled)}.`);
  while ((await pulledLines(page)) <= ORDERS) await page.waitForTimeout(500);
  say(`  The whole history copied into an empty browser, once: ${((performance.now() - pulled) / 1000).toFixed(0)} s.`);

  say(
    `  Opened again: heading ${ms(
      await timed(async () => {
        await page.goto(`${served.base}/studio/`);
        await page.getByText('This month so far').waitFor();
      }),
    )}; with “Lately” filled ${ms(
      await timed(async () => {
        await page.goto(`${served.base}/studio/`);
        await page.locator('.rows tbody tr').nth(5).waitFor();
      }),
    )}.`,
  );
  say(
    `  First rows and totals of all orders: ${ms(
      await within(
        page,
        () => (document.querySelector('.stages a[href$="/deliver"]') as HTMLElement).click(),
        () => document.querySelectorAll('.sheet tbody tr').length >= 50,
      ),
    )}.`,
  );
  const cold = await ask(page, 'Select', 'Which orders', 'disputed');
  await ask(page, 'Select', 'Which orders', '');
  say(`  Narrowed before what is held small is read: ${ms(cold)}. Once it is:`);
  await page.waitForTimeout(4_000);
  say(
    `  Narrowed to what was refunded, with totals: ${ms(await ask(page, 'Select', 'Which orders', 'back'))}; to one month: ${ms(await ask(page, 'Select', 'When', '2026-01'))}; any again: ${ms(await ask(page, 'Select', 'Which orders', ''))}.`,
  );
  await page.goto(`${served.base}/studio/deliver`);
  await page.locator('.sheet tbody tr').nth(5).waitFor();
  const first = await ask(page, 'Input', 'Search these orders', 'buyer1');
  say(
    `  A word typed into the list: the first time ${ms(first)} (everything is read once, in a worker), then ${ms(await ask(page, 'Input', 'Search these orders', 'buyer777'))}.`,
  );
  await page.goto(`${served.base}/studio/search`);
  await page.getByLabel('Search everything').fill('x');
  await page.waitForTimeout(6_000);
  const search = await within(
    page,
    () => {
      const input = document.querySelector('#search') as HTMLInputElement;
      Reflect.set(HTMLInputElement.prototype, 'value', 'buyer4242@example.org', input);
      input.dispatchEvent(new Event('input', { bubbles: true }));
    },
    () => (document.querySelector('.sheet ul')?.textContent ?? '').includes('buyer4242'),
  );
  say(`  Search over everything, once read: ${ms(search)}.`);

  await page.goto(`${served.base}/studio/price`);
  await page.getByLabel('One: amount in EUR').waitFor();
  say(`  Key press to paint, in the price sentence: ${await keys(page, 'One: amount in EUR')}.`);
  await page.goto(`${served.base}/studio/sell`);
  await page.locator('.sheet tbody a').first().click();
  await page.getByRole('link', { name: 'Edit its page' }).click();
  await page
    .locator('.block-frame')
    .nth(BLOCKS - 1)
    .waitFor();
  say(
    `  Key press to paint, on a page of ${await page.locator('.block-frame').count()} blocks, while it is still coming: ${await keys(page, 'Headline')}; then: ${await keys(page, 'Headline')}.`,
  );
}

/** How many lines of the history the mirror holds. */
const pulledLines = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const r = indexedDB.open('clear-keel');
      r.onsuccess = () => resolve(r.result);
    });
    const cursor = await new Promise<{ seq: number } | undefined>((resolve) => {
      const r = database.transaction('cursor').objectStore('cursor').get('here');
      r.onsuccess = () => resolve(r.result as { seq: number } | undefined);
    });
    database.close();
    return cursor?.seq ?? 0;
  });

async function timed(act: () => Promise<void>): Promise<number> {
  const start = performance.now();
  await act();
  return performance.now() - start;
}

/** Acts inside the page and measures until something is so and has been painted. */
const within = (page: Page, act: () => void, until: () => boolean): Promise<number> =>
  page.evaluate(`(async () => {
    const until = ${until.toString()};
    const start = performance.now();
    (${act.toString()})();
    while (!until()) await new Promise((r) => requestAnimationFrame(r));
    await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
    return performance.now() - start;
  })()`);

/** Chooses or types in one control of a list and measures until its totals are others and have been painted. */
const ask = async (page: Page, kind: 'Select' | 'Input', label: string, value: string): Promise<number> => {
  const before = await page.locator('.sheet p.lead').first().textContent();
  return page.evaluate(`(async () => {
    const control = document.querySelector('[aria-label="${label}"]');
    const start = performance.now();
    Object.getOwnPropertyDescriptor(HTML${kind}Element.prototype, 'value').set.call(control, ${JSON.stringify(value)});
    control.dispatchEvent(new Event('${kind === 'Select' ? 'change' : 'input'}', { bubbles: true }));
    while (document.querySelector('.sheet p.lead')?.textContent === ${JSON.stringify(before)} && performance.now() - start < 60_000) await new Promise((r) => requestAnimationFrame(r));
    await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
    return performance.now() - start;
  })()`);
};

/** The median and the worst of twenty key presses: from the event to the frame after it. */
async function keys(page: Page, label: string): Promise<string> {
  const field = page.getByLabel(label, { exact: true });
  await field.focus();
  await page.evaluate(() => {
    const taken: number[] = [];
    (globalThis as unknown as { taken: number[] }).taken = taken;
    addEventListener(
      'keydown',
      (event) => {
        const start = event.timeStamp;
        requestAnimationFrame(() => setTimeout(() => taken.push(performance.now() - start)));
      },
      true,
    );
  });
  for (let i = 0; i < 20; i += 1) {
    await page.keyboard.press(i % 2 === 0 ? '1' : 'Backspace');
    await page.waitForTimeout(120);
  }
  const taken = (await page.evaluate(() => (globalThis as unknown as { taken: number[] }).taken)).sort((a, b) => a - b);
  return `${ms(taken[Math.floor(taken.length / 2)] ?? 0)} in the middle, ${ms(taken[taken.length - 1] ?? 0)} at worst`;
}

/** What must come before the first screen, compressed: the scripts and styles that studio.html names. */
function firstLoad(): string {
  const html = readFileSync('dist/client/studio.html', 'utf8');
  const size = (pattern: RegExp): number =>
    [...html.matchAll(pattern)].reduce(
      (all, m) => all + gzipSync(readFileSync(join('dist/client', m[1] ?? ''))).length,
      0,
    );
  const [scripts, styles] = [size(/(?:src|href)="(\/assets\/[^"]+\.js)"/g), size(/href="(\/assets\/[^"]+\.css)"/g)];
  return `${Math.round(scripts / 1000)} kB of script and ${Math.round(styles / 1000)} kB of style compressed`;
}
