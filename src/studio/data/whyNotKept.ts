/**
 * Why this browser did not save something, and what to do about it. Only what the browser itself calls a lack of room is
 * said to be one; any other error is named, so that somebody who is asked for help knows what it was.
 */
export function whyNotKept(error: unknown): { why: string; then: string } {
  const names = namesOf(error);
  if (names.includes('QuotaExceededError'))
    return { why: 'this browser has no room left', then: 'Free some space on this computer and try again.' };
  if (names.some((name) => name === 'DatabaseClosedError' || name === 'InvalidStateError'))
    return {
      why: 'this browser closed its database because its data was cleared or another window loaded a newer version',
      then: 'Reload this page and try again.',
    };
  return {
    why: `this browser could not save it (${names.at(-1) ?? 'unknown error'})`,
    then: 'Reload this page and try again.',
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
