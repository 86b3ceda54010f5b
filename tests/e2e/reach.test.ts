import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, mirrored, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';

const open = openForAll('demo');

const VIEWS = [
  '',
  'make',
  'price',
  'price/coupons',
  'sell',
  'sell/new',
  'sell/path',
  'sell/page',
  'deliver',
  'deliver/order',
  'deliver/people',
  'deliver/person',
  'deliver/agreements',
  'deliver/agreement',
  'deliver/payments',
  'follow-up',
  'count',
  'search',
  'shop',
];

/** Goes to a view by its address, without loading anew; "path", "order" and "person" stand for the first of their kind. */
async function goTo(page: Page, view: string): Promise<void> {
  const click = {
    'sell/path': '.sheet tbody a',
    'sell/page': '.sheet tbody a',
    'deliver/order': '.sheet tbody a',
    'deliver/person': '.sheet tbody a',
    'deliver/agreement': '.sheet tbody a',
  }[view];
  await page.evaluate(
    (to) => {
      history.pushState(null, '', `/studio/${to}`);
      dispatchEvent(new PopStateEvent('popstate'));
    },
    {
      'sell/path': 'sell',
      'sell/page': 'sell',
      'deliver/order': 'deliver',
      'deliver/person': 'deliver/people',
      'deliver/agreement': 'deliver/agreements',
    }[view] ?? view,
  );
  await page.waitForTimeout(200);
  if (click) await page.locator(click).first().click();
  // Where there is room a step's page is opened beside the drawing, else from the list.
  if (view === 'sell/page')
    await page.locator('.stream-narrow a:visible, .outcome a:visible:has-text("Edit its page")').first().click();
  await page.waitForTimeout(200);
}

// Source: WCAG 2.2 A and AA rules, by way of axe-core; 320 CSS pixels is 1280 at 400 % zoom (success criterion 1.4.10).
describe('axe finds nothing', () => {
  let all: string[] = [];
  beforeEach(() => {
    all = [];
  });
  afterEach(() => expect([...new Set(all)]).toEqual([]));

  async function openStudio(width: number, height: number): Promise<{ page: Page; complaints: string[] }> {
    const page = await newPage(open.browser, { viewport: { width, height }, bypassCSP: true });
    const complaints = complaintsOf(page);
    await page.goto(open.served.studio);
    await page.getByText('Shop online').waitFor();
    return { page, complaints };
  }
  /** Nothing has to be scrolled sideways to be read. */
  async function widthFindings(page: Page): Promise<string[]> {
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    return wide > 1 ? [`${page.url()} is ${wide} pixels too wide`] : [];
  }

  test('in every view of the studio where there is room, by day and by night', async () => {
    const { page, complaints } = await openStudio(1280, 800);
    for (const view of VIEWS) {
      await goTo(page, view);
      all.push(...(await axeFindings(page)), ...(await widthFindings(page)));
      // By night only colours are others.
      await page.getByRole('button', { name: 'Dark theme' }).click();
      all.push(...(await axeFindings(page, 'colours')));
      await page.getByRole('button', { name: 'Light theme' }).click();
      // What stands between the widest and the narrowest has neither colours nor parts of its own.
      await page.setViewportSize({ width: 1000, height: 700 });
      all.push(...(await widthFindings(page)));
      await page.setViewportSize({ width: 1280, height: 800 });
    }
    expect(complaints).toEqual([]);
  });

  test('in every view of the studio on the narrowest screen', async () => {
    const { page, complaints } = await openStudio(320, 640);
    for (const view of VIEWS) {
      await goTo(page, view);
      all.push(...(await axeFindings(page)), ...(await widthFindings(page)));
    }
    expect(complaints).toEqual([]);
  });

  describe.each([
    [1280, 800],
    [320, 640],
  ])('in the studio at %d pixels', (width, height) => {
    test('what opens over it', async () => {
      const { page, complaints } = await openStudio(width, height);
      await goTo(page, 'shop');
      await page.getByRole('button', { name: /^Show the table/ }).click();
      all.push(...(await axeFindings(page)));
      await goTo(page, 'deliver/agreement');
      await page.getByRole('button', { name: 'Refund …' }).first().click();
      await page.getByTestId('leads-to').waitFor();
      all.push(...(await axeFindings(page)));
      await goTo(page, 'price');
      await page.getByRole('button', { name: 'Rehearse future payments' }).click();
      await page.getByRole('table', { name: 'What would happen' }).waitFor();
      all.push(...(await axeFindings(page)));
      await page.getByRole('button', { name: 'All published' }).click();
      await page.getByText('Published versions').waitFor();
      all.push(...(await axeFindings(page)));
      await page.locator('#sheet').focus();
      await page.keyboard.press('?');
      await page.getByRole('heading', { name: 'Keyboard shortcuts' }).waitFor();
      all.push(...(await axeFindings(page)));
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'See as buyer' }).click();
      await page.getByText('Nothing is charged, sent or recorded.', { exact: false }).waitFor();
      all.push(...(await axeFindings(page)));
      expect(complaints).toEqual([]);
    });
  });

  test('on buyers’ and members’ pages, on a phone', async () => {
    const page = await newPage(open.browser, { viewport: { width: 390, height: 844 }, bypassCSP: true });
    for (const path of [
      '/',
      '/dawn-field-pack',
      '/dawn-field-pack/checkout',
      '/the-sound-library',
      '/the-sound-library/checkout',
      '/member/',
      '/nowhere',
      '/legal/terms',
    ]) {
      await page.goto(open.served.base + path);
      all.push(...(await axeFindings(page)));
    }
    await page.goto(`${open.served.base}/dawn-field-pack/checkout`);
    await page.getByLabel('Email').fill('axe@example.org');
    await page.getByLabel('Name', { exact: true }).fill('Axe');
    await page.getByText('Sample cards for this test shop').click();
    await page.getByRole('button', { name: 'Not enough money' }).click();
    await page.getByRole('button', { name: /^Pay/ }).click();
    await page.getByRole('alert').waitFor();
    all.push(...(await axeFindings(page)));
    await page.getByRole('button', { name: 'Goes through', exact: true }).click();
    await page.getByRole('button', { name: /^Pay/ }).click();
    await page.waitForURL('**/thanks');
    all.push(...(await axeFindings(page)));
  });
});

test('panes go with the room: a button for the index, then a bar for the outcome; dividers move by arrow keys', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  await page.goto(open.served.studio);
  await page.getByRole('link', { name: 'Price', exact: true }).click();
  // The stage gone to has panes of its own; those of the one before it go away.
  await page.getByLabel('Title of the offer').waitFor();
  const divider = page.getByRole('separator', { name: 'Width of the preview' });
  const before = Number(await divider.getAttribute('aria-valuenow'));
  await divider.focus();
  await page.keyboard.press('ArrowLeft');
  await page
    .getByRole('separator', { name: 'Width of the preview' })
    .and(page.locator(`[aria-valuenow="${before + 16}"]`))
    .waitFor();
  await page.setViewportSize({ width: 1000, height: 700 });
  const index = page.getByRole('button', { name: /^Offers: / });
  await index.click();
  await page
    .getByRole('link', { name: /Wren sound cards/ })
    .first()
    .click();
  await page.waitForFunction(
    () => (document.querySelector('.title-field') as HTMLInputElement).value === 'Wren sound cards',
  );
  await page.setViewportSize({ width: 700, height: 900 });
  const bar = page.getByRole('button', { name: 'Collapse: Preview' });
  await bar.click();
  await page.getByRole('button', { name: 'Show: Preview' }).click();
  await page.getByText('What the buyer will pay').waitFor();
});

test('F6 goes from pane to pane; single keys act, and can be switched off', async () => {
  const page = await newPage(open.browser, { viewport: { width: 1280, height: 800 } });
  await page.goto(open.served.studio);
  await page.getByRole('link', { name: 'Price', exact: true }).click();
  await page.getByLabel('Title of the offer').waitFor();
  await mirrored(page);
  const pane = (): Promise<string | null> =>
    page.evaluate(() => document.activeElement?.closest('[data-pane]')?.getAttribute('data-pane') ?? null);
  await page.locator('#sheet').focus();
  const seen: (string | null)[] = [];
  for (let i = 0; i < 5; i += 1) {
    await page.keyboard.press('F6');
    seen.push(await pane());
  }
  expect(seen).toEqual(['outcome', 'foot', 'rail', 'index', 'sheet']);
  await page.keyboard.press(']');
  await page.waitForFunction(
    () => (document.querySelector('.title-field') as HTMLInputElement).value === 'Wren sound cards',
  );
  await page.keyboard.press('k');
  await page.getByRole('complementary', { name: 'Publishing' }).waitFor();
  await page.keyboard.press('?');
  await page.getByRole('checkbox', { name: 'Single-key shortcuts' }).uncheck();
  await page.keyboard.press('Escape');
  await page.locator('#sheet').focus();
  await page.keyboard.press('6');
  await page.waitForTimeout(200);
  expect(page.url()).toContain('/price');
});
