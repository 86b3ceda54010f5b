import { gzipSync } from 'node:zlib';
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
}
