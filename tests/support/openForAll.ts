import { afterAll, beforeAll } from '@jest/globals';
import type { Browser } from 'playwright-core';
import { closeAll, openBrowser, type Served, serveBuilt } from './browser';

export interface OpenForAll {
  served: Served;
  browser: Browser;
}

/**
 * A shop and a browser for all tests of a file: opened before the first, closed after the last. To be called at the
 * top of the file; what it gives holds them from the first test on.
 */
export function openForAll(entry: 'start' | 'demo'): OpenForAll {
  const open = {} as OpenForAll;
  beforeAll(async () => {
    open.served = await serveBuilt(entry);
    open.browser = await openBrowser();
  });
  afterAll(() => closeAll(open.browser, open.served));
  return open;
}
