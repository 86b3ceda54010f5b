import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { VaultPort } from '#core/shop';
import { makeFolder } from './makeFolder';
import { syncFolder } from './smallFile';

export interface VaultFiles extends VaultPort {
  pathOf(sha256: string): string;
  /** Takes a stream in; kept only if its bytes have the SHA-256 named. @returns whether they had */
  put(sha256: string, bytes: Readable): Promise<boolean>;
}

/** Files of releases by their SHA-256. Nothing is ever deleted, and a file is either whole or not there. */
export function openVaultFiles(folder: string): VaultFiles {
  const coming = join(folder, 'coming');
  makeFolder(coming);
  const pathOf = (sha256: string): string => join(folder, sha256.slice(0, 2), sha256);
  return {
    pathOf,
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
        const handle = await open(part, 'r+');
        await handle.datasync();
        await handle.close();
        makeFolder(dirname(pathOf(sha256)));
        await rename(part, pathOf(sha256));
        await syncFolder(dirname(pathOf(sha256)));
        return true;
      } finally {
        await rm(part, { force: true });
      }
    },
  };
}
