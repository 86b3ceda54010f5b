import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Release } from '#core/release';
import type { ReleasesPort } from '#core/shop';
import { readJson, replaceFile } from './smallFile';

export interface ReleaseFiles extends ReleasesPort {
  save(release: Release): Promise<void>;
  nextNumber(): number;
}

/** One JSON file a release, never changed once the journal names it. */
export function openReleaseFiles(folder: string): ReleaseFiles {
  const cache = new Map<number, Release>();
  const pathOf = (number: number): string => join(folder, `${String(number).padStart(6, '0')}.json`);
  return {
    get(number) {
      const known = cache.get(number);
      if (known) return known;
      const json = readJson(pathOf(number));
      if (json === null) return undefined;
      const release = Release.parse(json);
      cache.set(number, release);
      return release;
    },
    async save(release) {
      await replaceFile(pathOf(release.number), JSON.stringify(release));
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
