/**
 * Why this browser did not keep something, as the middle of a sentence: “Not saved: … .” Only what the browser calls a
 * lack of room is said to be one; everything else is named as it is, so that whoever is asked for help can tell.
 */
export function whyNotKept(error: unknown): string {
  const names = namesOf(error);
  if (names.includes('QuotaExceededError')) return 'this browser has no room left';
  if (names.some((name) => name === 'DatabaseClosedError' || name === 'InvalidStateError'))
    return 'this browser closed its database, as it does when its data is cleared or another window was updated';
  return `this browser could not write it (${names.at(-1) ?? 'no reason given'})`;
}

/** An aborted transaction carries what aborted it inside, sometimes several deep. */
function namesOf(error: unknown): string[] {
  const names: string[] = [];
  let at = error as { name?: unknown; inner?: unknown } | null | undefined;
  while (typeof at?.name === 'string' && names.length < 5) {
    names.push(at.name);
    at = at.inner as typeof at;
  }
  return names;
}
