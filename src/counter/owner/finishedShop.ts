import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Problem } from '../http/problem';

/** The demo shop beside this one: its own process, its own folder, its own port; gone when this one stops. */
export interface FinishedShop {
  open(): Promise<string>;
  close(): Promise<void>;
}

const READY_WITHIN_MS = 60_000;
const ENDS_WITHIN_MS = 5_000;

/**
 * What of this shop's environment another program may have: where programs and temporary files are, and nothing of the
 * shop's own: neither its services and their keys, nor its address, port or mode.
 */
export const ownEnvironment = (env: NodeJS.ProcessEnv): NodeJS.ProcessEnv =>
  Object.fromEntries(
    ['PATH', 'HOME', 'TMPDIR', 'TEMP', 'TMP', 'SystemRoot', 'LANG', 'TZ'].flatMap((name) =>
      env[name] === undefined ? [] : [[name, env[name]]],
    ),
  );

export function finishedShop(clientFolder: string): FinishedShop {
  // Built, the demo lies beside the counter.
  const entry = join(dirname(clientFolder), 'server', 'demo.js');
  let child: ChildProcess | null = null;
  let folder: string | null = null;
  let opening: Promise<string> | null = null;

  async function start(): Promise<string> {
    if (!existsSync(entry))
      throw new Problem(404, 'The finished shop does not come with this installation. Run: npm run demo', 'no-demo');
    folder = await mkdtemp(join(tmpdir(), 'keel-finished-'));
    const running = spawn(process.execPath, [entry], {
      env: {
        ...ownEnvironment(process.env),
        KEEL_DATA: join(folder, 'data'),
        PORT: '0',
        KEEL_HOST: '127.0.0.1',
        // It ends, and takes its folder along, once this process does, however that ends.
        KEEL_BESIDE: folder,
      },
      stdio: ['ignore', 'pipe', 'ignore', 'ipc'],
    });
    child = running;
    return new Promise((resolve, reject) => {
      const timer = setTimeout(
        () => reject(new Problem(503, 'The finished shop did not start in time. Try again.', 'not-started')),
        READY_WITHIN_MS,
      );
      let out = '';
      running.stdout?.on('data', (piece: Buffer) => {
        out += piece.toString();
        const address = /owner:\s+(\S+)/.exec(out)?.[1];
        if (address === undefined) return;
        clearTimeout(timer);
        resolve(address);
      });
      running.once('exit', () => {
        clearTimeout(timer);
        child = null;
        opening = null;
        reject(new Problem(503, 'The finished shop stopped while starting. Try again.', 'not-started'));
      });
    });
  }

  return {
    open() {
      opening ??= start().catch((error: unknown) => {
        opening = null;
        throw error;
      });
      return opening;
    },
    async close() {
      const running = child;
      if (running && running.exitCode === null) {
        const ended = new Promise((resolve) => running.once('exit', resolve));
        running.kill('SIGTERM');
        const late = setTimeout(() => running.kill('SIGKILL'), ENDS_WITHIN_MS);
        // Until it has ended it writes into its folder.
        await ended;
        clearTimeout(late);
      }
      if (folder) await rm(folder, { recursive: true, force: true }).catch(() => undefined);
    },
  };
}
