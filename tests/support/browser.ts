import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type BrowserContext, type BrowserContextOptions, chromium, type Page } from 'playwright-core';
import axe from 'axe-core';
import { until, WAITED_MS } from './waiting';

export interface Served {
  base: string;
  studio: string;
  folder: string;
  /** Of its process. */
  pid: number | undefined;
  /** Kills the process as a power cut would; the folder stays when it is to be started again. */
  stop(keep?: 'keep'): Promise<void>;
}

/** Starts the built counter (or the demo) as its own process in a new folder. */
export async function serveBuilt(
  entry: 'start' | 'demo',
  folder = mkdtempSync(join(tmpdir(), 'keel-e2e-')),
  port = '0',
): Promise<Served> {
  const child: ChildProcess = spawn(process.execPath, [`dist/server/${entry}.js`], {
    env: { ...process.env, KEEL_DATA: join(folder, 'data'), PORT: port },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let out = '';
  child.stdout?.on('data', (chunk: Buffer) => (out += chunk.toString()));
  await until(() => /Member area/.test(out), 'the counter’s start');
  return {
    base: /ready (\S+)/.exec(out)?.[1] ?? '',
    folder,
    pid: child.pid,
    studio: /owner:\s+(\S+)/.exec(out)?.[1] ?? '',
    async stop(keep) {
      if (child.exitCode === null && child.signalCode === null) {
        const ended = new Promise((resolve) => child.on('exit', resolve));
        child.kill('SIGKILL');
        await ended;
      }
      if (keep !== 'keep') rmSync(folder, { recursive: true, force: true });
    },
  };
}

const LAUNCH = {
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

export const openBrowser = (): Promise<Browser> => chromium.launch(LAUNCH);

/** A browser whose store lies on the disk, as a person's does; the others keep theirs in memory. */
export const openProfile = (folder: string): Promise<BrowserContext> =>
  chromium.launchPersistentContext(folder, { ...LAUNCH, viewport: { width: 1280, height: 800 } });

/** Collects what a page complains of, so that a test can insist on silence. */
export function complaintsOf(page: Page): string[] {
  const found: string[] = [];
  page.on('pageerror', (error) => found.push(`error: ${error.message}`));
  page.on('console', (message) => {
    if (message.type() === 'error') found.push(`console: ${message.text()}`);
  });
  return found;
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What axe-core finds against WCAG 2.2 A and AA on a page that bypasses its content policy. */
export async function axeFindings(page: Page, only: 'everything' | 'colours' = 'everything'): Promise<string[]> {
  // A colour that is on its way to another is neither: what is judged is what then stands.
  await page.evaluate(() =>
    Promise.race([
      Promise.allSettled(document.getAnimations().map((animation) => animation.finished)),
      new Promise((resolve) => setTimeout(resolve, 1_000)),
    ]),
  );
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(axe.source);
  const rules = only === 'colours' ? ['color-contrast', 'link-in-text-block'] : WCAG;
  const found = await page.evaluate(async (runOnly) => {
    const { violations } = await (
      globalThis as unknown as {
        axe: { run(options: object): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
      }
    ).axe.run({ runOnly });
    return violations.map((v) => `${v.id}: ${v.nodes[0]?.html ?? ''}`);
  }, rules);
  return found.map((f) => `${page.url()} ${f}`);
}

/** A page in a browser context of its own: another person, another device. */
export async function newPage(browser: Browser, options: BrowserContextOptions = {}): Promise<Page> {
  const context = await browser.newContext(options);
  context.setDefaultTimeout(WAITED_MS);
  return context.newPage();
}

export interface DemoStudio {
  served: Served;
  browser: Browser;
  studio: Page;
  complaints: string[];
}

/** Waits until the studio holds all that the shop has written, so that a figure read is a whole one. */
export async function mirrored(studio: Page): Promise<void> {
  const behind = (): Promise<number> =>
    studio.evaluate(async () => {
      const about = (await (await fetch('/owner/api/about')).json()) as { head: { seq: number } };
      const held = await new Promise<number>((resolve) => {
        const opening = indexedDB.open('clear-keel');
        opening.onsuccess = () => {
          const reading = opening.result.transaction('cursor').objectStore('cursor').get('here') as IDBRequest<
            { seq: number } | undefined
          >;
          reading.onsuccess = () => {
            resolve(reading.result?.seq ?? 0);
            opening.result.close();
          };
        };
      });
      return about.head.seq - held;
    });
  await until(async () => (await behind()) === 0, 'the studio catching up with the shop', 150);
}

/** The demo shop with its studio open in a window of the usual size. */
export async function openDemoStudio(): Promise<DemoStudio> {
  const served = await serveBuilt('demo');
  const browser = await openBrowser();
  const studio = await newPage(browser, { viewport: { width: 1280, height: 800 } });
  const complaints = complaintsOf(studio);
  await studio.goto(served.studio);
  await studio.getByText('Shop online').waitFor();
  await mirrored(studio);
  return { served, browser, studio, complaints };
}

/** Closes the browser, then stops the shop. */
export async function closeAll(browser: Browser | undefined, served: Served | undefined): Promise<void> {
  // Either is missing where it did not start; what did start still has to end.
  await browser?.close();
  await served?.stop();
}
