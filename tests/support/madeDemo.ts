import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * The demo shop of the present build, made once by the demo itself and copied for each test that wants it.
 * It takes as long as it takes: it plays two years, and no test's time runs while it does.
 */
export async function madeDemo(): Promise<string> {
  const kept = join(tmpdir(), `keel-demo-${Math.round(statSync('dist/server/demo.js').mtimeMs)}`);
  if (existsSync(join(kept, 'secrets.json'))) return kept;
  const child = spawn(process.execPath, ['dist/server/demo.js'], {
    env: { ...process.env, NODE_ENV: 'production', KEEL_DATA: kept, PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = once(child, 'exit');
  let out = '';
  const ready = new Promise<boolean>((resolve) => {
    child.stdout.on('data', (chunk: Buffer) => {
      out += chunk.toString();
      if (/Member area/.test(out)) resolve(true);
    });
    void ended.then(() => resolve(false));
  });
  if (!(await ready)) {
    rmSync(kept, { recursive: true, force: true });
    throw new Error(`The demo ended before it was ready:\n${out}`);
  }
  child.kill('SIGTERM');
  await ended;
  return kept;
}

/** Before the first test (jest’s `globalSetup`). */
export default madeDemo;
