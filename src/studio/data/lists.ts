import { type Remote, wrap } from 'comlink';
import type { Lists } from './heldSmall';

type Asked = Remote<Lists> | Lists;
let lists: Asked | null = null;

/** The worker that holds every order small and chooses among them, started at the first question. */
export function askLists(): Asked {
  lists ??= wrap<Lists>(new Worker(new URL('../workers/lists.worker.ts', import.meta.url), { type: 'module' }));
  return lists;
}

/** Who answers instead, where there are no workers. */
export function answerLists(by: Lists): void {
  lists = by;
}
