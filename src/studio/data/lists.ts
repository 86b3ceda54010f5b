import { type Remote, wrap } from 'comlink';
import type { Lists } from '../workers/lists.worker';

let lists: Remote<Lists> | null = null;

/** The worker that answers questions about words, started at the first one. */
export function askLists(): Remote<Lists> {
  lists ??= wrap<Lists>(new Worker(new URL('../workers/lists.worker.ts', import.meta.url), { type: 'module' }));
  return lists;
}
