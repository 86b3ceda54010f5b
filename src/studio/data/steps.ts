import type { Step, StepsRow } from './db';

const MOST_STEPS = 200;
/** Typing on in the same place within this time is one step. */
const ONE_STEP_MS = 1_500;

/** New steps after those there are: close ones in one place become one, what was undone is forgotten, the oldest fall off. */
export function appendSteps(row: StepsRow | undefined, key: string, steps: readonly Step[]): StepsRow {
  const done = [...(row?.done ?? [])];
  for (const step of steps) {
    const last = done[done.length - 1];
    if (last && last.field === step.field && step.at - last.at < ONE_STEP_MS)
      done[done.length - 1] = {
        field: step.field,
        at: step.at,
        undo: [...step.undo, ...last.undo],
        redo: [...last.redo, ...step.redo],
      };
    else done.push(step);
  }
  return { key, done: done.slice(-MOST_STEPS), undone: [] };
}
