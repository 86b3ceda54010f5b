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
import { type EventOf, fact, type ShopEvent } from '#core/journal';
import type { Pass } from '#core/passes';
import type { DecideContext } from '../../engine/command';
import { sessionsOfPass } from '../booking/ledger';
import type { ShopState } from '../../engine/state';
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
export function withoutStop(
  state: ShopState,
  a: Agreement,
  why: StopReason,
  returned: Instant,
  context: Context,
): WentOn {
  const gone = a.stops.find((stop) => stop.why === why);
  if (!gone || a.stops.length > 1) return { events: [], next: null };
  return goOn(
    state,
    a,
    { since: a.span?.since ?? gone.since, movesFrom: movesFrom(a, gone, returned), returned },
    context,
  );
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
 * grace counted from now. What was behind already keeps the tries and days of grace that it had left. Access with an end
 * moves by as many days as the dues.
 */
export function goOn(state: ShopState, a: Agreement, { since, movesFrom, returned }: Span, context: Context): WentOn {
  const { next, id: agreementId } = a;
  if (next === null || movesFrom === null) {
    const fell = next !== null && next.at <= returned;
    const asked: DueMoment | null = fell ? { ...next, askFrom: returned } : next;
    const pastDue = putOff(a, { since, returned }, fell ? null : (next?.at ?? null));
    return {
      events: [
        fact('agreement.wentOn', { agreementId, next: asked, noticeAt: a.noticeAt, pastDue }),
        ...accessPutOff(state, a, 0),
      ],
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
        pastDue: putOff(a, { since, returned }, at),
      }),
      ...accessPutOff(state, a, daysBetween(dateIn(next.at, a.zone), dateIn(at, a.zone))),
    ],
  };
}

/** Dated access waits while what it is paid by is stopped: how long that takes may not be known yet. */
export const accessWaits = (state: ShopState, a: Agreement): ShopEvent[] =>
  passesOf(state, a)
    .filter(({ until }) => until !== null)
    .map(({ id }) => fact('pass.untilMoved', { passId: id, until: null }));

/** … and grows by so many days; where a date that was moved meanwhile lies beyond that, to its end. */
export function accessPutOff(state: ShopState, a: Agreement, days: number): ShopEvent[] {
  return passesOf(state, a).flatMap(({ id, until, waited }) => {
    const before = waited ?? until;
    if (before === null) return [];
    const later = days === 0 ? before : plusDays(before, days, a.zone);
    const seats = sessionsOfPass(state, id).filter(({ status, dateId }) => status === 'booked' && dateId !== null);
    const last = seats.reduce((end, seat) => (waited !== null && seat.until > end ? seat.until : end), later);
    return last === until ? [] : [fact('pass.untilMoved', { passId: id, until: last })];
  });
}

const passesOf = (state: ShopState, a: Agreement): Pass[] =>
  a.passIds.flatMap((id) => state.passes.get(id) ?? []).filter(({ closed }) => !closed);

type PastDue = NonNullable<EventOf<'agreement.wentOn'>['data']['pastDue']>;

/**
 * What is behind, later by as many days as the stop had, so that it keeps the tries and days of grace that it had left.
 * @param nextAt the next due, still to come: of a subscription one period is owed at most, so that none goes beyond it
 */
function putOff(a: Agreement, { since, returned }: Omit<Span, 'movesFrom'>, nextAt: Instant | null): PastDue | null {
  if (!a.pastDue) return null;
  const from = a.pastDue.since > since ? a.pastDue.since : since;
  const stood = Math.max(0, daysBetween(dateIn(from, a.zone), dateIn(returned, a.zone)));
  const later = (at: Instant): Instant => (stood === 0 ? at : plusDays(at, stood, a.zone));
  const limit = a.terms.kind === 'subscription' ? nextAt : null;
  const atMost = (at: Instant): Instant => (limit !== null && limit < at ? limit : at);
  const tryAt = a.pastDue.tryAt && later(a.pastDue.tryAt);
  return {
    since: later(a.pastDue.since),
    tryAt: tryAt !== null && limit !== null && tryAt >= limit ? null : tryAt,
    graceUntil: atMost(later(a.pastDue.graceUntil)),
    endAt: a.pastDue.endAt && atMost(later(a.pastDue.endAt)),
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
