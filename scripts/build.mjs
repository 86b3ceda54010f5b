// Builds what browsers get and the counter. Skipped when nothing in the sources is newer than the last build.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { run } from './run.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const stamp = join(root, 'dist', 'built');

function newest(path) {
  const stats = statSync(path);
  if (!stats.isDirectory()) return stats.mtimeMs;
  return Math.max(stats.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Lays compressed forms beside each script and style, so that the counter only hands them out. */
function compress(folder) {
  for (const name of readdirSync(folder).filter((n) => /\.(js|css)$/.test(n))) {
    const file = join(folder, name);
    const bytes = readFileSync(file);
    writeFileSync(`${file}.br`, brotliCompressSync(bytes));
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
  }
}

/** What the demo shop is made by: the built counter, and everything it loads. */
function demoMaker() {
  const hash = createHash('sha256');
  const take = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) take(join(path, name));
    else hash.update(readFileSync(path));
  };
  take(join(root, 'dist', 'server'));
  return hash.digest('hex');
}

/** The demo shop is made by running the real one, which takes a while: kept for as long as what made it stays the same. */
async function makeDemo() {
  const made = join(root, 'dist', 'demo.made');
  const by = demoMaker();
  if (existsSync(made) && readFileSync(made, 'utf8') === by) return;
  process.stdout.write('Making the demo shop: a year of 210 buyers, about half a minute …\n');
  await run(process.execPath, [join('dist', 'server', 'demo.js'), '--make'], { env: { NODE_ENV: 'production' } });
  writeFileSync(made, by);
}

/** @param demo whether the demo shop is wanted too: a real shop does without */
export async function build({ force = false, demo = true } = {}) {
  await buildPrograms(force);
  if (demo) await makeDemo();
}

async function buildPrograms(force) {
  const sources = [
    'src',
    'demo',
    'studio.html',
    'member.html',
    'vite.config.ts',
    'package.json',
    'package-lock.json',
  ].map((name) => newest(join(root, name)));
  if (!force && existsSync(stamp) && statSync(stamp).mtimeMs > Math.max(...sources)) return;
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
  await run(process.execPath, [vite, 'build', '--logLevel', 'error']);
  compress(join(root, 'dist', 'client', 'assets'));
  await run(process.execPath, [vite, 'build', '--ssr', '--logLevel', 'error']);
  writeFileSync(stamp, '');
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await build({ force: true });
