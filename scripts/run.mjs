import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Room for what is new: a long history is read with fewer and shorter pauses. */
export const MEMORY = '--max-semi-space-size=64';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project's folder with its output shown; ends this process with its code when it fails. */
export async function run(command, args, { env = {} } = {}) {
  const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  const forward = (signal) => child.kill(signal);
  process.on('SIGINT', forward);
  process.on('SIGTERM', forward);
  const code = await new Promise((resolve) =>
    child.on('exit', (status, signal) => resolve(status ?? (signal ? 1 : 0))),
  );
  process.off('SIGINT', forward);
  process.off('SIGTERM', forward);
  if (code !== 0) process.exit(code);
}

/** Installs what package-lock.json names, when that has not been done. */
export async function install() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.installed-from');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  process.stdout.write('Installing what is needed …\n');
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error']);
  writeFileSync(stamp, lock);
}

/** The browser for tests: the one named by CHROMIUM, one on the machine, or Debian's package where that can be installed. */
export function findChromium() {
  const onMachine = () =>
    [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(
      (path) => path && existsSync(path),
    );
  const found = onMachine();
  if (found) return found;
  if (process.platform === 'linux' && process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0) {
    process.stdout.write('Installing Chromium from Debian’s packages …\n');
    const quiet = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    };
    spawnSync('apt-get', ['update', '-qq'], quiet);
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], quiet);
  }
  return onMachine() ?? null;
}
