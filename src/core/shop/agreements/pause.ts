import {
  type Agreement,
  chargeFor,
  daysLeft,
  dueAfterReturn,
  movedDueDay,
  type PaidPeriod,
  pauseEnds,
  whyNotAct,
} from '#core/agreements';
import { dateIn, daysBetween, type Instant, plusDays } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { fact, type ShopEvent } from '#core/journal';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../command';
import type { ShopState } from '../state';
import { holdAll, mailOf, noSuch, nothing, releaseAll, shopOf, toCome, trialNotice } from './common';
import { keyOf, secondOf } from '../ids';

const notNow = (a: Agreement, why: 'pause-in-past' | 'return-in-past'): Refusal =>
  refuse('not-now', { why, currency: a.currency, status: a.status });

/** No payments for a while. Days that are paid for are kept and come after the pause. */
export function pause(
  state: ShopState,
  { agreementId, until, by }: Extract<Command, { type: 'pause' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'pause', context.now);
  if (no) return no;
  if (a.next === null) return nothing;
  const { now } = context;
  if (until !== null && until <= dateIn(now, a.zone)) return notNow(a, 'pause-in-past');
  const held = a.terms.kind === 'subscription' || !shopOf(context).billing.planOpenInPause;
  const ends = until === null ? null : pauseEnds(until, a.zone);
  return {
    events: [
      fact('agreement.paused', { agreementId, until: ends, leftDays: daysLeft(a.next.at, now, a.zone), by }),
      ...(held ? holdAll(state, a, 'paused') : []),
      mailOf(a, 'paused', keyOf('paused', a.id, secondOf(now)), { at: ends }),
    ],
  };
}

/** Back from a pause: by hand now, or on the day it was to end. A new day only moves that end. */
export function comeBack(
  state: ShopState,
  { agreementId, on }: Extract<Command, { type: 'return' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'return', context.now);
  if (no) return no;
  if (!a.pause) return nothing;
  if (on === null) return { events: returnedEvents(state, a, context.now, shopOf(context)) };
  if (on <= dateIn(context.now, a.zone)) return notNow(a, 'return-in-past');
  return {
    events: [
      fact('agreement.paused', { agreementId, until: pauseEnds(on, a.zone), leftDays: a.pause.leftDays, by: 'seller' }),
    ],
  };
}

/** The pause ends by itself. */
export function endPause(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: Instant },
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  return a?.status === 'paused' && a.pause?.until === dueAt
    ? { events: returnedEvents(state, a, dueAt, shopOf(context)) }
    : nothing;
}

function returnedEvents(state: ShopState, a: Agreement, returned: Instant, shop: ShopDetails): ShopEvent[] {
  const back = backEvents(state, a, { returned, leftDays: a.pause?.leftDays ?? 0, why: 'pause', noticeAt: null, shop });
  const next = back.next;
  return [...back.events, mailOf(a, 'back', keyOf('back', a.id, secondOf(returned)), { at: next })];
}

interface Back {
  returned: Instant;
  leftDays: number;
  why: 'pause' | 'dispute' | 'gap';
  noticeAt: Instant | null;
  shop: ShopDetails;
}

/**
 * An agreement goes on: its next due lies the days that were left after the day of return, and is the new anchor.
 * What was owed when it stopped becomes that next due, so that nobody pays for the time between.
 */
export function backEvents(
  state: ShopState,
  a: Agreement,
  { returned, leftDays, why, noticeAt, shop }: Back,
): { events: ShopEvent[]; next: Instant } {
  const n = a.owed[0]?.n ?? a.next?.n ?? 1;
  const before = a.owed[0]?.at ?? a.next?.at ?? returned;
  const at = dueAfterReturn(returned, leftDays, a.anchor.at, a.zone);
  const inTrial = a.trialUntil !== null && n === 1;
  return {
    next: at,
    events: [
      fact('agreement.returned', {
        agreementId: a.id,
        why,
        anchor: { n, at },
        next: toCome({ n, at }, a.zone, shop),
        status: inTrial ? 'in-trial' : 'active',
        trialUntil: inTrial ? at : a.trialUntil,
        noticeAt,
        period: shifted(a.period, before, at, a.zone),
      }),
      ...releaseAll(state, a, 'paused', 'behind', 'dispute'),
    ],
  };
}

/** The due day moves later, to the first such day; the days between are not charged. */
export function moveDueDay(
  state: ShopState,
  { agreementId, day }: Extract<Command, { type: 'move-due-day' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'move-due-day', context.now);
  if (no) return no;
  if (a.next === null) return nothing;
  const at = movedDueDay(a.next.at, day, a.zone);
  if (at === a.next.at) return refuse('nothing-to-do', { why: 'such-a-day-already' });
  const next = { n: a.next.n, at };
  const { amount } = chargeFor(a, next, shopOf(context).tax);
  return {
    events: [
      fact('agreement.dueDayMoved', {
        agreementId,
        anchor: next,
        next: toCome(next, a.zone, shopOf(context)),
        period: shifted(a.period, a.next.at, at, a.zone),
      }),
      mailOf(a, 'due-day', context.ids.next('m'), { amount, at }),
    ],
  };
}

/** The paid period, moved by as many days as its end. */
function shifted(period: PaidPeriod | null, before: Instant, after: Instant, zone: string): PaidPeriod | null {
  if (!period) return null;
  const days = daysBetween(dateIn(before, zone), dateIn(after, zone));
  return days === 0
    ? period
    : { ...period, from: plusDays(period.from, days, zone), until: plusDays(period.until, days, zone) };
}

/** The moment of the notice when a trial's end moves. */
export const movedNotice = (
  a: Agreement,
  trialUntil: Instant,
  now: Instant,
  context: Pick<DecideContext, 'release'>,
): Instant | null => trialNotice(trialUntil, now, shopOf(context), a.zone);
