import { type Instant, plusDays } from '#core/calendar';
import { type Anchor, type LastingTerms, paymentAt } from '#core/terms';

/** Days after the due moment on which a refused payment is tried again, at the same wall clock. */
export const TRY_AGAIN_DAYS: readonly number[] = [1, 3, 5, 7];

interface Refused {
  terms: LastingTerms;
  anchor: Anchor;
  zone: string;
  /** The due that is behind first. */
  n: number;
  since: Instant;
  graceDays: number;
}

export interface AfterRefusal {
  tryAt: Instant | null;
  graceUntil: Instant;
  /** When a subscription ends unpaid: at the later of the last try and the end of grace. A plan never ends by itself. */
  endAt: Instant | null;
}

/**
 * What follows a refused payment. For a subscription, tries at or after the next due are dropped and grace ends
 * there at the latest, so that one period is owed at most.
 * @param tried the planned moment of the try that was refused
 */
export function afterRefusal({ terms, anchor, zone, n, since, graceDays }: Refused, tried: Instant): AfterRefusal {
  const limit = terms.kind === 'subscription' ? paymentAt(terms, anchor, n + 1, zone) : null;
  const tries = TRY_AGAIN_DAYS.map((days) => plusDays(since, days, zone)).filter((at) => limit === null || at < limit);
  const grace = graceDays === 0 ? since : plusDays(since, graceDays, zone);
  const graceUntil = limit !== null && limit < grace ? limit : grace;
  const last = tries.at(-1) ?? since;
  return {
    tryAt: tries.find((at) => at > tried) ?? null,
    graceUntil,
    endAt: terms.kind === 'subscription' ? (last > graceUntil ? last : graceUntil) : null,
  };
}
