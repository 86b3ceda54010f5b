import { dataWords } from '#say/data';
const say = dataWords.whyNotKept;
/**
 * Why this browser did not save something, and what to do about it. Only what the browser itself calls a lack of room is
 * said to be one; any other error is named, so that somebody who is asked for help knows what it was.
 */
export function whyNotKept(error: unknown): { why: string; then: string } {
  const names = namesOf(error);
  if (names.includes('QuotaExceededError')) return { why: say.browserHasNoRoom, then: say.freeSomeSpaceComputer };
  if (names.some((name) => name === 'DatabaseClosedError' || name === 'InvalidStateError'))
    return {
      why: say.browserClosedItsDatabase,
      then: say.reloadPageTryAgain,
    };
  return {
    why: say.browserCouldNotSave(names.at(-1) ?? say.unknownError),
    then: say.reloadPageTryAgain,
  };
}

/** An aborted transaction carries the error that aborted it inside, sometimes several levels deep. */
function namesOf(error: unknown): string[] {
  const names: string[] = [];
  let at = error as { name?: unknown; inner?: unknown } | null | undefined;
  while (typeof at?.name === 'string' && names.length < 5) {
    names.push(at.name);
    at = at.inner as typeof at;
  }
  return names;
}
