import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Release } from '#core/release';
import { type ReleasesPort, StorageFailed } from '#core/shop';
import type { Disk } from './disk';
import { isDiskError } from './fileCalls';
import { readJson } from './smallFile';

export interface ReleaseFiles extends ReleasesPort {
  pathOf(number: number): string;
  save(release: Release): Promise<void>;
  nextNumber(): number;
}

/** One JSON file a release, never changed once the journal names it. One that cannot be read is as one that is not there. */
export function openReleaseFiles(folder: string, disk: Disk): ReleaseFiles {
  const cache = new Map<number, Release>();
  const pathOf = (number: number): string => join(folder, `${String(number).padStart(6, '0')}.json`);
  return {
    pathOf,
    get(number) {
      const known = cache.get(number);
      if (known) return known;
      const release = readRelease(disk, pathOf(number));
      if (release) cache.set(number, release);
      return release;
    },
    async save(release) {
      await disk.replace(pathOf(release.number), JSON.stringify(release));
      cache.set(release.number, release);
    },
    // A file may exist whose switch-over never happened; its number is not used again.
    nextNumber: () =>
      1 +
      (existsSync(folder) ? readdirSync(folder) : []).reduce(
        (most, name) => Math.max(most, Number(/^(\d{6})\.json$/.exec(name)?.[1] ?? 0)),
        0,
      ),
  };
}

/** @throws the error of the disk, which may pass: what is there and cannot be read now is not said to be gone */
function readRelease(disk: Disk, path: string): Release | undefined {
  try {
    return Release.safeParse(readJson(disk, path)).data;
  } catch (error) {
    if (isDiskError(error)) throw new StorageFailed(`Could not read ${path}`, { cause: error });
    return undefined;
  }
}
