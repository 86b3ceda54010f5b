import type { PathId } from '#core/ids';
import { join } from 'node:path';
import * as z from 'zod';
import { readJson, replaceFile } from './smallFile';

const Views = z.record(z.string(), z.int().min(0));
const WRITE_AFTER_MS = 2_000;

/** How often pages were seen, by path, step, release and shop day. No visitor is told from another: nothing is kept of them. */
export interface ViewsFile {
  count(pathId: PathId, step: string, release: number, date: string): void;
  /** How often a step was seen while a release was live. */
  during(pathId: PathId, step: string, release: number): number;
  close(): Promise<void>;
}

/** Counts in memory, written now and then: a few lost in a crash do no harm. */
export function openViewsFile(folder: string): ViewsFile {
  const path = join(folder, 'views.json');
  let views: Record<string, number> = {};
  try {
    views = Views.parse(readJson(path) ?? {});
  } catch {
    // A damaged count is begun anew; nothing depends on it.
  }
  let timer: ReturnType<typeof setTimeout> | null = null;
  const write = (): Promise<void> => replaceFile(path, JSON.stringify(views)).catch(() => undefined);
  return {
    count(pathId, step, release, date) {
      const key = `${pathId}/${step}/${release}/${date}`;
      views[key] = (views[key] ?? 0) + 1;
      timer ??= setTimeout(() => {
        timer = null;
        void write();
      }, WRITE_AFTER_MS);
    },
    during: (pathId, step, release) =>
      Object.entries(views).reduce(
        (all, [key, n]) => (key.startsWith(`${pathId}/${step}/${release}/`) ? all + n : all),
        0,
      ),
    async close() {
      if (timer) {
        clearTimeout(timer);
        await write();
      }
    },
  };
}
