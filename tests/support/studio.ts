import type { Page } from 'playwright-core';
import { mirrored, newPage } from './browser';
import type { OpenForAll } from './openForAll';

const WIDE = { viewport: { width: 1280, height: 800 } };

/** The studio in a window of its own, with the shop's history copied into it. */
export async function openStudio(open: OpenForAll): Promise<Page> {
  const studio = await newPage(open.browser, { ...WIDE, bypassCSP: true, acceptDownloads: true });
  await studio.goto(open.served.studio);
  await studio.getByText('Shop online').waitFor();
  await mirrored(studio);
  return studio;
}

/** Publishes everything there is, as a seller does. */
export async function publish(studio: Page): Promise<void> {
  await studio.getByText(/^Saved on this computer/).waitFor();
  await studio.getByRole('button', { name: /^Publish \d+ changes?$/ }).click();
  await studio
    .getByRole('complementary')
    .getByRole('button', { name: /^Publish \d+ changes?$/ })
    .click();
  await studio.getByText('Published. Buyers see the changes now.').waitFor();
}
