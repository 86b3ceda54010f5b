import type { Instant } from '#core/calendar';
import type { Pass } from '#core/passes';
import type { Shut } from './missed';

/** A stretch of time, from its first moment up to but without its last; without an end while that lasts. */
interface Stretch {
  from: Instant;
  until: Instant | null;
}

/**
 * Since when somebody has a product, and when since then none of their passes to it was open. Several passes are one
 * right: while one of them is open nothing is missed.
 * @param passes all that they ever had to it
 * @returns null where none has begun by now
 */
export function standingByPasses(passes: readonly Pass[], now: Instant): { first: Instant; shut: Shut[] } | null {
  const open = passes.flatMap(openStretches).sort((a, b) => (a.from < b.from ? -1 : 1));
  const [first] = open;
  if (!first || first.from > now) return null;
  const shut: Shut[] = [];
  let until = first.until;
  for (const stretch of open) {
    if (until === null) break;
    if (stretch.from > until) shut.push({ from: until, to: stretch.from });
    if (stretch.until === null || stretch.until > until) until = stretch.until;
  }
  if (until !== null) shut.push({ from: until, to: null });
  return { first: first.from, shut };
}

/** When a pass was open, is, and by what is known will be. */
function openStretches({ from, until, closed, holds, heldBefore }: Pass): Stretch[] {
  const end = closed && (until === null || closed.at < until) ? closed.at : until;
  const held: Stretch[] = [...heldBefore, ...(holds[0] ? [{ from: holds[0].since, until: null }] : [])];
  const found: Stretch[] = [];
  let begins: Instant | null = from;
  for (const hold of held) {
    if (begins === null) break;
    if (begins < hold.from) found.push({ from: begins, until: earlier(hold.from, end) });
    // It may have begun to count only after it was on hold, as something does that opens later by the same pass.
    begins = hold.until !== null && hold.until < begins ? begins : hold.until;
  }
  if (begins !== null) found.push({ from: begins, until: end });
  return found.filter((s) => s.until === null || s.from < s.until);
}

const earlier = (a: Instant, b: Instant | null): Instant => (b !== null && b < a ? b : a);
