import type { Instant } from '#core/calendar';
import { openingsOf, type Standing } from './openings';
import type { Part } from './plan';

/** A moment at which more of a whole opens, and what: each part that does not open with what it is part of. */
export interface OpeningStep {
  at: Instant;
  parts: Part[];
}

/**
 * When more of a whole opens for somebody after it first did, in order of time. What waits until something is done has
 * no moment, and is not in it.
 */
export function openingSteps(whole: Part, standing: Standing): OpeningStep[] {
  const when = openingsOf(whole, standing);
  const byMoment = new Map<Instant, Part[]>();
  function walk(part: Part, around: Instant | null): void {
    const at = when.get(part.id)?.at ?? null;
    if (at !== null && at > standing.first && at !== around) byMoment.set(at, [...(byMoment.get(at) ?? []), part]);
    for (const child of part.parts) walk(child, at);
  }
  walk(whole, null);
  return [...byMoment].sort(([a], [b]) => (a < b ? -1 : 1)).map(([at, parts]) => ({ at, parts }));
}
