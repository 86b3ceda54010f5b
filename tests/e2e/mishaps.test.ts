import { beforeEach, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';

const open = openForAll('start');
let studio: Page;
beforeEach(async () => {
  studio = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
});

const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
const begin = async (): Promise<void> => {
  await studio.goto(open.served.studio);
  await studio.getByText('Shop online').waitFor();
  await studio.goto(`${open.served.base}/studio/make/new?kind=download`);
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
};

test('files that are empty, strangely named, or there already', async () => {
  await begin();
  await studio.getByLabel('Add files').setInputFiles(file('Nothing.txt', ''));
  await studio.getByText('“Nothing.txt” is empty, so it was not added. Nothing was changed.').first().waitFor();
  // The failed job waits on Today until it is read.
  await studio.getByRole('link', { name: 'Today', exact: true }).click();
  await studio.getByText('“Nothing.txt” is empty', { exact: false }).first().waitFor();
  await studio.getByRole('button', { name: 'Dismiss' }).first().click();
  await studio.goBack();
  const strange = `نداء \u202Egpj.${'x'.repeat(200)}<img src=x onerror=alert(1)>.txt`;
  await studio
    .getByLabel('Add files')
    .setInputFiles([file(strange, 'one'), file('Twice.txt', 'two'), file('Twice.txt', 'two')]);
  await studio.getByRole('button', { name: 'Preview Twice.txt' }).waitFor();
  await studio.waitForTimeout(600);
  expect(await studio.getByRole('button', { name: /^Preview / }).count()).toBe(2);
  const shown = await studio
    .getByRole('button', { name: /^Preview / })
    .first()
    .getAttribute('aria-label');
  expect(shown).not.toMatch(/[<>\u202e]/);
  expect((shown ?? '').length).toBeLessThan(140);
});

test('no room left in the browser: said at once, what was typed stays, and it is saved when there is room', async () => {
  await studio.addInitScript(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (this: IDBObjectStore, ...given: Parameters<typeof put>) {
      if ((globalThis as unknown as { full?: boolean }).full && this.name === 'documents')
        throw new DOMException('full', 'QuotaExceededError');
      return put.apply(this, given);
    };
  });
  await begin();
  await studio.keyboard.type('Saved words');
  await studio.getByText(/^Saved on this computer \d/).waitFor();
  await studio.evaluate(() => {
    (globalThis as unknown as { full: boolean }).full = true;
  });
  await studio.getByLabel('Short description').fill('Words without room');
  const said = studio.getByRole('alert').filter({ hasText: 'Not saved' });
  await said.waitFor();
  expect(await said.textContent()).toContain(
    'Not saved: this browser has no room left. Your changes stay as long as this window is open.',
  );
  await said.getByRole('link', { name: 'Save a copy · Free space' }).waitFor();
  expect(await studio.getByLabel('Short description').inputValue()).toBe('Words without room');
  await studio.evaluate(() => {
    (globalThis as unknown as { full: boolean }).full = false;
  });
  await studio.getByLabel('Short description').fill('Words with room');
  await said.waitFor({ state: 'detached' });
  await studio.waitForTimeout(400);
  await studio.reload();
  expect(await studio.getByLabel('Short description').inputValue()).toBe('Words with room');
});

test('the line is lost in the middle of a large file and the window is closed: nothing changes for buyers, and publishing goes on where it stopped', async () => {
  await begin();
  await studio.keyboard.type('Two files');
  await studio
    .getByLabel('Add files')
    .setInputFiles([file('First.txt', 'first '.repeat(2000)), file('Second.txt', 'second '.repeat(3_000_000))]);
  await studio.getByRole('button', { name: 'Preview Second.txt' }).waitFor();
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label')?.includes('amount'));
  await studio.keyboard.type('10');
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio
    .getByRole('button', { name: /^Make the page for “Two files”/ })
    .last()
    .click();
  await studio.getByText(/^Saved on this computer \d/).waitFor();
  // The small file is one piece; of the large one three are wanted, and the line is lost after the first.
  let pieces = 0;
  await studio.route('**/owner/api/uploads/*', (route) => {
    if (route.request().method() !== 'PATCH') return pieces < 2 ? route.continue() : route.abort('connectionreset');
    pieces += 1;
    return pieces <= 2 ? route.continue() : route.abort('connectionreset');
  });
  const publish = async (): Promise<void> => {
    await studio
      .getByRole('button', { name: /^Publish \d/ })
      .first()
      .click();
    await studio
      .getByRole('complementary')
      .getByRole('button', { name: /^Publish \d/ })
      .click();
  };
  const lost = studio.waitForEvent('requestfailed');
  await publish();
  await lost;
  expect((await fetch(`${open.served.base}/two-files`)).status).toBe(404);
  await studio.unroute('**/owner/api/uploads/*');
  studio.once('dialog', (dialog) => void dialog.accept());
  await studio.reload();
  const sent: string[] = [];
  studio.on('request', (request) => {
    if (request.url().includes('/owner/api/uploads')) sent.push(request.method());
  });
  await publish();
  await studio.getByText('Published. Buyers see the changes now.').first().waitFor();
  // What had come was asked about and not sent again.
  expect(sent).toEqual(['HEAD', 'PATCH', 'PATCH']);
  expect((await fetch(`${open.served.base}/two-files`)).status).toBe(200);
});

test('this computer’s clock is years off: days and times are the shop’s', async () => {
  await studio.clock.setFixedTime(new Date('2039-01-31T12:00:00Z'));
  await begin();
  await studio.keyboard.type('Clock');
  await studio.getByRole('link', { name: 'Today', exact: true }).click();
  const today = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', weekday: 'long', timeZone: 'UTC' })
    // As the shop says, in its answer.
    .format(new Date((await fetch(`${open.served.base}/health`)).headers.get('date') ?? ''))
    .replace(',', '');
  await studio.getByRole('heading', { level: 1, name: today }).waitFor();
});

test('the window is loaded again in the middle of a file: nothing is half added, and it says what stopped', async () => {
  await begin();
  await studio.keyboard.type('Broken off');
  await studio.getByText(/^Saved on this computer \d/).waitFor();
  // A worker that never ends stands for a file too large to be read before the window goes.
  await studio.evaluate(() => {
    globalThis.Worker = class {
      postMessage(): void {}
      terminate(): void {}
    } as unknown as typeof Worker;
  });
  await studio.getByLabel('Add files').setInputFiles(file('Long film.mp4', 'film'));
  await studio.getByRole('button', { name: 'Cancel' }).waitFor();
  studio.once('dialog', (dialog) => void dialog.accept());
  await studio.reload();
  await studio
    .getByText('Long film.mp4: stopped because the window was reloaded. Nothing was left half done. Start it again.')
    .first()
    .waitFor();
  expect(await studio.getByRole('button', { name: /^Preview / }).count()).toBe(0);
});
