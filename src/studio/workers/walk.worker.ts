import { expose } from 'comlink';
import type { Instant } from '#core/calendar';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { type WalkChoices, walkPath, type WalkReport } from '#core/shop';

const walkWorker = {
  walk: (release: Release, path: Path, choices: WalkChoices, now: Instant): Promise<WalkReport> =>
    walkPath(release, path, choices, now),
};
export type WalkWorker = typeof walkWorker;
expose(walkWorker);
