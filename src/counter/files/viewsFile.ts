import { join } from 'node:path';
import * as z from 'zod';
import { readJson, replaceFile } from './smallFile';

const Views = z.record(z.string(), z.int().min(0));
const WRITE_AFTER_MS = 2_000;

/** How often pages were seen, by path, step and shop day. No visitor is told from another: nothing is kept of them. */
export interface ViewsFile {
  count(pathId: string, step: string, date: string): void;
  /** How often a step was seen from a date on. */
  since(pathId: string, step: string, date: string): number;
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
    count(pathId, step, date) {
      const key = `${pathId}/${step}/${date}`;
      views[key] = (views[key] ?? 0) + 1;
      timer ??= setTimeout(() => {
        timer = null;
        void write();
      }, WRITE_AFTER_MS);
    },
    since: (pathId, step, date) => Object.entries(views).reduce((all, [key, n]) => (key.startsWith(`${pathId}/${step}/`) && key.slice(-10) >= date ? all + n : all), 0),
    async close() {
      if (timer) {
        clearTimeout(timer);
        await write();
      }
    },
  };
}
