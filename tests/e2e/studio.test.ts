import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { closeAll, type DemoStudio, newPage, openDemoStudio } from '../support/browser';

let { served, browser, studio, complaints } = {} as DemoStudio;
beforeAll(async () => {
  ({ served, browser, studio, complaints } = await openDemoStudio());
});
afterAll(() => closeAll(browser, served));

const saved = (): Promise<unknown> => studio.getByText(/^Saved on this computer \d/).waitFor();
const stage = (name: string): Promise<void> => studio.getByRole('link', { name, exact: true }).click();
const amount = () => studio.getByLabel('For yourself: amount in EUR');
const publishButton = () => studio.getByRole('complementary').getByRole('button', { name: /^Publish/ });
const live = async (path: string): Promise<string> => (await fetch(`${served.base}${path}`)).text();

test('an edit is undone and done again, also after a reload; typing is one step', async () => {
  await stage('Price');
  await amount().fill('');
  await amount().pressSequentially('27.50', { delay: 20 });
  await saved();
  await studio.getByText('€27.50').first().waitFor();
  await studio.reload();
  await studio.getByRole('button', { name: 'Undo: a price' }).click();
  await studio.getByText('On the day of purchase €24.00, one payment.', { exact: false }).waitFor();
  expect(await amount().inputValue()).toBe('24.00');
  await studio.getByRole('button', { name: 'All published' }).waitFor();
  await studio.locator('#sheet').focus();
  await studio.keyboard.press('Control+Shift+Z');
  await studio.getByText('On the day of purchase €27.50, one payment.', { exact: false }).waitFor();
});

test('publishing what is ticked, and nothing else', async () => {
  await stage('Make');
  await studio.getByLabel('Short description').fill('A promise not ready yet');
  await saved();
  await studio.getByRole('button', { name: 'Publish 2 changes' }).click();
  await studio.getByText('For yourself: €24.00 → €27.50').waitFor();
  await studio.getByRole('checkbox', { name: /Product “Dawn field pack”/ }).uncheck();
  await publishButton().click();
  await studio.getByText('Published. Buyers see the changes now.').waitFor();
  await studio.getByRole('button', { name: 'Publish 1 change' }).first().waitFor();
  const page = await live('/dawn-field-pack');
  expect(page).toContain('€27.50');
  expect(page).not.toContain('A promise not ready yet');
});

test('stopped at once: the page stays, the checkout says so, everything else stays live; then sold again', async () => {
  await stage('Price');
  await studio.getByRole('button', { name: 'Stop selling now' }).click();
  await studio.getByText('Not on sale. Customers keep access.').waitFor();
  expect(await live('/dawn-field-pack/checkout')).toContain('This is not on sale at the moment');
  expect(await live('/wren-sound-cards/checkout')).toContain('Wren sound cards');
  expect(await live('/dawn-field-pack')).not.toContain('A promise not ready yet');
  await studio.getByRole('button', { name: 'Sell again' }).click();
  await saved();
  await studio.getByRole('button', { name: 'Publish 2 changes' }).click();
  await studio.getByText('Offer “Dawn field pack”: on sale again').waitFor();
  await publishButton().click();
  await studio.getByRole('button', { name: 'All published' }).waitFor();
  expect(await live('/dawn-field-pack/checkout')).toContain('€27.50');
});

test('a page grows: a testimonial lands where it sells, is written, moved by keyboard, copied, hidden, removed, undone; buyers see it after publishing', async () => {
  await stage('Sell');
  await studio.locator('.sheet').getByRole('link', { name: 'Dawn field pack' }).click();
  await studio.getByRole('link', { name: 'Edit its page' }).click();
  await studio.getByRole('button', { name: 'Add a block' }).click();
  await studio.getByRole('group', { name: 'Kinds of blocks' }).getByRole('button', { name: 'Testimonial' }).click();
  await studio.getByText('Testimonial: add after “Benefits”, where it sells best.').waitFor();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'What they said');
  await studio.keyboard.type('By the third morning I knew who began.');
  await studio.getByLabel('Who said it').fill('A buyer from Faro');
  // The phone beside it follows what is being written.
  await studio.waitForFunction(() => (document.querySelector('.phone')?.scrollTop ?? 0) > 200);
  const testimonial = studio.getByRole('group', { name: 'Testimonial block' });
  await testimonial.getByRole('button', { name: 'Move down' }).focus();
  await studio.keyboard.press('Enter');
  await testimonial.getByRole('button', { name: 'Copy' }).click();
  await studio.waitForFunction(() => document.querySelectorAll('[aria-label="Testimonial block"]').length === 2);
  await studio.getByRole('group', { name: 'Testimonial block' }).nth(1).getByLabel('What they said').focus();
  await studio.getByRole('group', { name: 'Testimonial block' }).nth(1).getByRole('button', { name: 'Remove' }).click();
  await studio.waitForFunction(() => document.querySelectorAll('[aria-label="Testimonial block"]').length === 1);
  await studio.getByLabel('Headline', { exact: true }).focus();
  await studio.getByRole('group', { name: 'Headline block' }).getByRole('button', { name: 'Add here' }).click();
  await studio.getByRole('group', { name: 'Headline block' }).getByRole('button', { name: 'Guarantee' }).click();
  await studio.getByLabel('The guarantee', { exact: true }).fill('A secret promise');
  await studio.getByRole('group', { name: 'Guarantee block' }).getByRole('button', { name: 'Hide' }).click();
  await studio.getByRole('group', { name: 'Guarantee block, hidden' }).waitFor();
  await saved();
  await studio.getByRole('button', { name: 'Publish 1 change' }).first().click();
  await publishButton().click();
  await studio.getByRole('button', { name: 'All published' }).waitFor();
  const page = await live('/dawn-field-pack');
  expect(page.match(/By the third morning I knew who began/g)).toHaveLength(1);
  expect(page).not.toContain('A secret promise');
  expect(page.indexOf('What you get')).toBeLessThan(page.indexOf('By the third morning I knew'));
});

test('two windows: the other one publishes first; nothing is lost, and the way on is offered', async () => {
  const other = await newPage(browser, { viewport: { width: 1280, height: 800 } });
  await other.goto(served.studio);
  await other.getByRole('link', { name: 'Make', exact: true }).click();
  await other.getByLabel('Short description').fill('From the other computer');
  await other.getByText(/^Saved on this computer \d/).waitFor();
  await stage('Make');
  await studio.getByLabel('Short description').fill('From this computer');
  await saved();
  await studio.getByRole('button', { name: 'Publish 1 change' }).click();
  await publishButton().click();
  await studio.getByText('Published. Buyers see the changes now.').waitFor();
  await other.getByRole('button', { name: 'Publish 1 change' }).click();
  await other
    .getByRole('complementary')
    .getByRole('button', { name: /^Publish/ })
    .click();
  await other.getByText('Something else was published in the meantime', { exact: false }).waitFor();
  await other.getByRole('button', { name: /^Load what is live/ }).click();
  await other.getByRole('button', { name: 'All published' }).waitFor();
  expect(await other.getByLabel('Short description').inputValue()).toBe('From this computer');
});

test('search finds what is made, a person by address and an order by number; a begun draft is removed and brought back', async () => {
  await studio.locator('#sheet').focus();
  await studio.keyboard.press('/');
  const search = studio.getByLabel('Search everything');
  await search.fill('wren sound');
  await studio.getByRole('link', { name: /Product Wren sound cards/ }).waitFor();
  await search.fill('1007');
  await studio.getByRole('link', { name: /^Order 1007/ }).waitFor();
  await search.fill('tarn@example.org');
  await studio
    .getByRole('link', { name: /^Person/ })
    .first()
    .click();
  await studio.getByText('Can they open it?').waitFor();

  await stage('Make');
  await studio.getByRole('link', { name: 'New product …' }).click();
  await studio.getByRole('button', { name: /Files to download/ }).click();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await studio.keyboard.type('A slip');
  await saved();
  await studio.getByRole('button', { name: 'All published' }).waitFor();
  await studio.getByRole('button', { name: 'Delete this draft' }).click();
  await studio.getByText('Removed “A slip”.').waitFor();
  expect(await studio.getByRole('link', { name: /^A slip/ }).count()).toBe(0);
  await studio.getByRole('contentinfo').getByRole('button', { name: 'Undo', exact: true }).click();
  await studio.getByRole('link', { name: /^A slip/ }).waitFor();
});

test('orders leave as CSV exactly as listed; a person is answered; the workspace is copied out and put into an empty browser', async () => {
  await studio.getByRole('link', { name: /^Deliver/ }).click();
  await studio.getByRole('link', { name: /^Refunded/ }).click();
  const [csv] = await Promise.all([
    studio.waitForEvent('download'),
    studio.getByRole('button', { name: /^Export these \d+ as CSV$/ }).click(),
  ]);
  expect(
    readFileSync(await csv.path(), 'utf8')
      .trimEnd()
      .split('\r\n'),
  ).toHaveLength(1 + (await studio.locator('.sheet tbody tr').count()));
  await studio.getByRole('link', { name: 'All customers' }).click();
  await studio.locator('.rows tbody tr').first().click();
  await studio.getByText('Suggested reply').click();
  expect(await studio.getByLabel('Suggested reply').textContent()).toMatch(
    /^Hello .+I’ve looked it up\..+You can open/s,
  );
  await studio.getByRole('button', { name: 'Send a sign-in link' }).click();
  await studio.getByText(/^A sign-in link is on its way to .+@example\.org\.$/).waitFor();
  await studio.getByRole('link', { name: 'Reedlight' }).click();
  const [copy] = await Promise.all([
    studio.waitForEvent('download'),
    studio.getByRole('button', { name: 'Save a copy' }).click(),
  ]);

  const elsewhere = await newPage(browser, { viewport: { width: 1280, height: 800 } });
  await elsewhere.goto(served.studio);
  await elsewhere.getByRole('link', { name: 'Reedlight' }).click();
  await elsewhere.getByLabel('Open a copy').setInputFiles(await copy.path());
  // The studio begins anew from the copy; pressing on before that would be lost in the reload.
  await Promise.all([
    Promise.race([
      elsewhere.waitForEvent('load'),
      elsewhere
        .getByText('Your drafts were not replaced', { exact: false })
        .textContent()
        .then((said) => Promise.reject(new Error(said ?? 'nothing said'))),
    ]),
    elsewhere.getByRole('button', { name: 'Replace my drafts with this copy' }).click(),
  ]);
  await elsewhere.getByRole('link', { name: 'Make', exact: true }).click();
  await elsewhere.getByRole('link', { name: /^A slip/ }).waitFor();
  await elsewhere.getByText('Shop online').waitFor();
});

test('a large file is added with progress and can be cancelled; an empty one is refused in words', async () => {
  await stage('Make');
  await studio
    .getByLabel('Add files')
    .setInputFiles({ name: 'empty.txt', mimeType: 'text/plain', buffer: Buffer.alloc(0) });
  await studio.getByText('“empty.txt” is empty, so it was not added. Nothing was changed.').waitFor();
  await studio.evaluate(() => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(300_000_000)], 'large.bin'));
    const input = document.querySelector<HTMLInputElement>('input[aria-label="Add files"]');
    if (input) {
      input.files = transfer.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    }
  });
  await studio.getByRole('progressbar', { name: 'Adding large.bin' }).waitFor();
  await studio.getByRole('button', { name: 'Cancel' }).click();
  await studio.getByRole('progressbar', { name: 'Adding large.bin' }).waitFor({ state: 'detached' });
  expect(await studio.getByRole('button', { name: 'Preview large.bin' }).count()).toBe(0);
  expect(complaints).toEqual([]);
});

test('the coupons have an undo and a lock of their own, apart from the first offer; Escape folds the list of changes', async () => {
  await stage('Price');
  const title = await studio.getByLabel('Title of the offer').inputValue();
  await studio.getByRole('link', { name: /^Coupons/ }).click();
  await studio.getByRole('button', { name: 'Add another coupon' }).click();
  await studio.getByLabel('New coupon: code').fill('MARSH');
  await studio.getByLabel('MARSH: percent', { exact: true }).fill('15');
  await saved();
  // Another window only shows them; the first offer is nobody's and can be edited there.
  const other = await studio.context().newPage();
  await other.goto(studio.url());
  await other.getByText('This is open in another window', { exact: false }).waitFor();
  expect(await other.getByLabel('MARSH: percent', { exact: true }).isDisabled()).toBe(true);
  await other.goto(`${new URL(studio.url()).origin}/studio/price`);
  await other.waitForFunction(
    () =>
      document.querySelector('.title-field') && !document.querySelector('.title-field')?.closest('fieldset')?.disabled,
  );
  await other.close();
  // What is taken back is the coupon's last edit.
  await studio.getByRole('button', { name: 'Undo: the percent' }).click();
  await studio.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="MARSH: percent"]')?.value !== '15',
  );
  await studio.getByRole('button', { name: 'Redo: the percent' }).click();
  await studio.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="MARSH: percent"]')?.value === '15',
  );
  await studio
    .getByRole('button', { name: /^Publish \d/ })
    .first()
    .click();
  const list = studio.getByRole('complementary', { name: 'Publishing' });
  await list.getByText('Coupon', { exact: false }).first().waitFor();
  await studio.keyboard.press('Escape');
  await list.waitFor({ state: 'detached' });
  await studio.getByRole('complementary', { name: 'Preview' }).waitFor();
  await stage('Price');
  expect(await studio.getByLabel('Title of the offer').inputValue()).toBe(title);
});
