import { readFileSync } from 'node:fs';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { openShop } from '../tests/support/counter';

const AIM = 60_000;

/** What a sales page weighs on its way, compressed: HTML and CSS. Scripts: none. */
export async function weight(): Promise<void> {
  const shop = await openShop({ mode: 'test' });
  const html = await (await fetch(`${shop.counter.address}/field-pack`)).text();
  const styles = [...html.matchAll(/<link rel="stylesheet" href="([^"]+)"/g)].map((m) => m[1] ?? '');
  const css = (await Promise.all(styles.map(async (path) => (await fetch(shop.counter.address + path)).text()))).join(
    '',
  );
  const sizes = [html, css].map((text) => gzipSync(text).length);
  const all = sizes.reduce((a, b) => a + b, 0);
  await shop.close();
  process.stdout.write(
    `Sales page: HTML ${sizes[0]} and CSS ${sizes[1]} bytes compressed, ${all} in all. Ratio to the aim of ${AIM}: ${(all / AIM).toFixed(2)}. Scripts: ${/<script[^>]+src=/.test(html) ? 'some' : 'none'}.\n`,
  );
  scriptsWeight();
}

/** What each window fetches before its first screen stands: the entry and all it imports, with the aim of each. */
const FIRST_LOADS: readonly [name: string, entry: string, aim: number][] = [
  ['The studio', 'studio.html', 220_000],
  ['The member area', 'member.html', 75_000],
  ['The checkout', 'src/pages/checkout/entry.en.ts', 75_000],
  ['A lesson', 'src/pages/learn/entry.en.ts', 75_000],
];

function scriptsWeight(): void {
  type Piece = { file: string; imports?: string[] };
  const pieces = JSON.parse(readFileSync('dist/client/.vite/manifest.json', 'utf8')) as Record<string, Piece>;
  for (const [name, entry, aim] of FIRST_LOADS) {
    const needed = new Set<string>();
    const need = (key: string): void => {
      if (needed.has(key)) return;
      needed.add(key);
      pieces[key]?.imports?.forEach(need);
    };
    need(entry);
    const scripts = [...needed].map((key) => readFileSync(`dist/client/${pieces[key]?.file ?? ''}`));
    const total = (weigh: (bytes: Buffer) => Buffer): number => scripts.reduce((sum, s) => sum + weigh(s).length, 0);
    const sent = total(brotliCompressSync);
    process.stdout.write(
      `${name}: scripts of ${sent} bytes as sent (brotli), ${total(gzipSync)} by gzip. Ratio to the aim of ${aim}: ${(sent / aim).toFixed(2)}.\n`,
    );
  }
}
