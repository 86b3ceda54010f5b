import {
  type Agreement,
  daysLeft,
  dueAfterReturn,
  type DueMoment,
  movesDates,
  type PaidPeriod,
  type Stop,
  type StopReason,
} from '#core/agreements';
import { dateIn, daysBetween, type Instant, plusDays } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import type { DecideContext } from '../command';
import { shopOf, toCome, trialNotice } from './common';

type Context = Pick<DecideContext, 'release'>;

export interface WentOn {
  events: ShopEvent[];
  /** The next due, where it goes on and its dates have moved. */
  next: Instant | null;
}

/**
 * What follows when one reason stops an agreement no longer. While another holds, nothing; when none does, it goes on:
 * with its dates moved where the stop held a pause, or a dispute during which a due moment passed, else as it stood.
 */
export function withoutStop(a: Agreement, why: StopReason, returned: Instant, context: Context): WentOn {
  const gone = a.stops.find((stop) => stop.why === why);
  if (!gone || a.stops.length > 1) return { events: [], next: null };
  return goOn(a, { since: a.span?.since ?? gone.since, movesFrom: movesFrom(a, gone, returned), returned }, context);
}

/** Since when this agreement's dates stand still, one of its reasons ending now. */
function movesFrom(a: Agreement, gone: Stop, now: Instant): Instant | null {
  const before = a.span?.movesFrom ?? null;
  if (!movesDates(gone, a.next?.at ?? null, now)) return before;
  return before === null || gone.since < before ? gone.since : before;
}

interface Span {
  /** When it was stopped first, and when first by what moves its dates. */
  since: Instant;
  movesFrom: Instant | null;
  returned: Instant;
}

/**
 * The agreement goes on. Moved: its next due is the day of return and the days that were left, which is the new
 * anchor, and dues that passed meanwhile are not asked. Not moved: what fell due meanwhile is asked for now, tries and
 * grace counted from now. What was behind already keeps the tries and days of grace that it had left.
 */
export function goOn(a: Agreement, { since, movesFrom, returned }: Span, context: Context): WentOn {
  const stood = daysBetween(dateIn(since, a.zone), dateIn(returned, a.zone));
  const later = (at: Instant): Instant => (stood === 0 ? at : plusDays(at, stood, a.zone));
  const pastDue = a.pastDue && {
    since: later(a.pastDue.since),
    tryAt: a.pastDue.tryAt && later(a.pastDue.tryAt),
    graceUntil: later(a.pastDue.graceUntil),
    endAt: a.pastDue.endAt && later(a.pastDue.endAt),
  };
  const { next, id: agreementId } = a;
  if (next === null || movesFrom === null) {
    const fell = next !== null && next.at >= since && next.at <= returned;
    const asked: DueMoment | null = fell ? { ...next, askFrom: returned } : next;
    return {
      events: [fact('agreement.wentOn', { agreementId, next: asked, noticeAt: a.noticeAt, pastDue })],
      next: null,
    };
  }
  const shop = shopOf(context);
  const due = dueAfterReturn(returned, daysLeft(next.at, movesFrom, a.zone), a.anchor, a.zone);
  const { at } = due;
  const inTrial = a.status === 'in-trial';
  const trialUntil = inTrial ? at : a.trialUntil;
  return {
    next: at,
    events: [
      fact('agreement.returned', {
        agreementId,
        why: 'pause',
        anchor: { n: next.n, ...due },
        next: toCome({ n: next.n, at }, a.zone, shop),
        status: inTrial ? 'in-trial' : a.owed.length > 0 ? 'past-due' : 'active',
        trialUntil,
        noticeAt: inTrial ? trialNotice(at, returned, shop, a.zone) : null,
        period: shifted(a.period, next.at, at, a.zone),
        owed: a.owed,
        pastDue,
      }),
    ],
  };
}

/** The paid period, moved by as many days as its end. */
export function shifted(period: PaidPeriod | null, before: Instant, after: Instant, zone: string): PaidPeriod | null {
  if (!period) return null;
  const days = daysBetween(dateIn(before, zone), dateIn(after, zone));
  return days === 0
    ? period
    : { ...period, from: plusDays(period.from, days, zone), until: plusDays(period.until, days, zone) };
}
