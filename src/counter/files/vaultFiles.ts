import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { VaultPort } from '#core/shop';
import { makeFolder } from './makeFolder';
import { syncFolder } from './disk';

export interface VaultFiles extends VaultPort {
  pathOf(sha256: string): string;
  /** Takes a stream in; kept only if its bytes have the SHA-256 named. @returns whether they had */
  put(sha256: string, bytes: Readable): Promise<boolean>;
  /** Where files lie that are on their way, each under the SHA-256 it is to have. */
  readonly coming: string;
  /** Takes a file that has come whole, and moves it in; it is gone where its bytes are others. @returns whether they were right */
  take(path: string, sha256: string): Promise<boolean>;
  /** Whether some of a file has come, which can be gone on with. */
  isBegun(sha256: string): boolean;
}

/** Files of releases by their SHA-256. Nothing is ever deleted, and a file is either whole or not there. */
export function openVaultFiles(folder: string): VaultFiles {
  const coming = join(folder, 'coming');
  makeFolder(coming);
  const pathOf = (sha256: string): string => join(folder, sha256.slice(0, 2), sha256);
  /** Moves a file that is known to be right to where it belongs, so that it is there after any crash. */
  async function settle(part: string, sha256: string): Promise<void> {
    const handle = await open(part, 'r+');
    try {
      await handle.chmod(0o600);
      await handle.datasync();
    } finally {
      await handle.close();
    }
    makeFolder(dirname(pathOf(sha256)));
    await rename(part, pathOf(sha256));
    await syncFolder(dirname(pathOf(sha256)));
  }

  return {
    pathOf,
    coming,
    isBegun: (sha256) => existsSync(join(coming, sha256)),
    async take(path, sha256) {
      const hash = createHash('sha256');
      await pipeline(createReadStream(path), hash);
      if (hash.digest('hex') === sha256) {
        await settle(path, sha256);
        return true;
      }
      await rm(path, { force: true });
      return false;
    },
    has: (sha256) => existsSync(pathOf(sha256)),
    async put(sha256, bytes) {
      if (existsSync(pathOf(sha256))) {
        bytes.resume();
        return true;
      }
      const part = join(coming, randomUUID());
      const hash = createHash('sha256');
      try {
        await pipeline(
          bytes,
          async function* (source: AsyncIterable<Buffer>) {
            for await (const chunk of source) {
              hash.update(chunk);
              yield chunk;
            }
          },
          createWriteStream(part, { mode: 0o600 }),
        );
        if (hash.digest('hex') !== sha256) return false;
        await settle(part, sha256);
        return true;
      } finally {
        await rm(part, { force: true });
      }
    },
  };
}
