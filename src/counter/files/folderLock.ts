import { createHash } from 'node:crypto';
import { mkdirSync, realpathSync, rmSync } from 'node:fs';
import { createConnection, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as z from 'zod';

const Holder = z.object({ process: z.int(), since: z.string(), address: z.string().nullable() });
type Holder = z.infer<typeof Holder>;

/** The one right to a data folder. It ends with the process that holds it, however that ends. */
export interface FolderLock {
  /** Where the holder is reached: said to a second start. */
  reachedAt(address: string): void;
  release(): Promise<void>;
}

/** Somebody else has the folder. */
export class FolderTaken extends Error {}

const ANSWERS_WITHIN_MS = 2_000;

/**
 * Takes a data folder for this process alone, before any file in it is opened. It is a socket named by the folder's
 * real path: the kernel gives the name to one process, and frees it when that ends. No clock and no file judges it.
 * @throws FolderTaken with a sentence that says who has it
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const path = socketOf(realpathSync(folder));
  const holder: Holder = { process: process.pid, since: new Date().toISOString(), address: null };
  const server = createServer((socket) => {
    socket.on('error', () => undefined);
    socket.end(JSON.stringify(holder));
  });
  if (!(await listens(server, path))) {
    const other = await whoHolds(path);
    // A file that no process answers at is what one that died has left; only its own kind of socket is a file.
    if (other !== 'nobody' || isAbstract(path)) throw new FolderTaken(taken(folder, other));
    rmSync(path, { force: true });
    if (!(await listens(server, path))) throw new FolderTaken(taken(folder, 'unknown'));
  }
  server.unref();
  return {
    reachedAt(address) {
      holder.address = address;
    },
    release: () => new Promise((resolve) => server.close(() => resolve())),
  };
}

/** In Linux a name of the kernel's own, in Windows a pipe; elsewhere a file. */
function socketOf(realPath: string): string {
  const name = `clear-keel-${createHash('sha256').update(realPath).digest('hex').slice(0, 32)}`;
  if (process.platform === 'linux') return `\0${name}`;
  return process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : join(tmpdir(), `${name}.sock`);
}

const isAbstract = (path: string): boolean => path.startsWith('\0') || path.startsWith('\\\\');

/** @returns whether the name is ours now; false where another has it */
const listens = (server: Server, path: string): Promise<boolean> =>
  new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException): void =>
      error.code === 'EADDRINUSE' ? resolve(false) : reject(error);
    server.once('error', failed);
    server.listen(path, () => {
      server.off('error', failed);
      resolve(true);
    });
  });

/** What the holder says of itself; 'nobody' where no process answers at all. */
const whoHolds = (path: string): Promise<Holder | 'nobody' | 'unknown'> =>
  new Promise((resolve) => {
    let text = '';
    const socket = createConnection(path);
    const finish = (who: Holder | 'nobody' | 'unknown'): void => {
      socket.destroy();
      resolve(who);
    };
    socket.setTimeout(ANSWERS_WITHIN_MS, () => finish('unknown'));
    socket.on('error', (error: NodeJS.ErrnoException) =>
      finish(error.code === 'ECONNREFUSED' || error.code === 'ENOENT' ? 'nobody' : 'unknown'),
    );
    socket.on('data', (piece: Buffer) => (text += piece.toString()));
    socket.on('end', () => {
      try {
        finish(Holder.parse(JSON.parse(text)));
      } catch {
        finish('unknown');
      }
    });
  });

function taken(folder: string, who: Holder | 'nobody' | 'unknown'): string {
  const by =
    typeof who === 'string'
      ? 'another process'
      : `process ${who.process} since ${who.since.slice(0, 16).replace('T', ' ')} UTC${who.address === null ? '' : `, at ${who.address}`}`;
  return `The shop in ${folder} runs already: ${by}. Nothing was opened or changed. Stop that one first, or name another folder in KEEL_DATA.`;
}
