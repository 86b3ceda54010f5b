/** So long one piece of work may keep the others waiting. */
const LONGEST_MS = 8;

/**
 * Does long work a piece at a time, and lets whatever else was asked for in between.
 * @param pieces what each came to; null is nothing
 */
export async function inTurns<T>(pieces: Iterable<T | null>): Promise<T[]> {
  const found: T[] = [];
  let begun = performance.now();
  for (const piece of pieces) {
    if (piece !== null) found.push(piece);
    if (performance.now() - begun < LONGEST_MS) continue;
    await new Promise(setImmediate);
    begun = performance.now();
  }
  return found;
}
