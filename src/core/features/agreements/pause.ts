import { type Agreement, chargeFor, movedDueDay, pauseEnds, whyNotAct, goesOnAs } from '#core/agreements';
import { dateIn, daysBetween, type Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { holdAll, mailOf, noSuch, nothing, releaseAll, shopOf, toCome } from './common';
import { accessPutOff, accessWaits, shifted, withoutStop } from './goOn';
import { keyOf, secondOf } from '../../engine/ids';

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
      fact('agreement.paused', { agreementId, until: ends, by }),
      ...accessWaits(state, a),
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
  if (on === null) return { events: pauseEndedEvents(state, a, context.now, context) };
  if (on <= dateIn(context.now, a.zone)) return notNow(a, 'return-in-past');
  return { events: [fact('agreement.paused', { agreementId, until: pauseEnds(on, a.zone), by: 'seller' })] };
}

/** The pause ends by itself. */
export function endPause(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: Instant },
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  return a?.status === 'paused' && a.pause?.until === dueAt
    ? { events: pauseEndedEvents(state, a, dueAt, context) }
    : nothing;
}

/** A pause is over: its doors open, dated access is put off by it, and it goes on where nothing else stops it. */
export function pauseEndedEvents(
  state: ShopState,
  a: Agreement,
  returned: Instant,
  context: Pick<DecideContext, 'release'>,
): ShopEvent[] {
  const { events, next } = withoutStop(state, a, 'paused', returned, context);
  return [
    ...pauseGone(state, a),
    ...events,
    ...(next === null ? [] : [mailOf(a, 'back', keyOf('back', a.id, secondOf(returned)), { at: next })]),
  ];
}

/** The pause itself is over; what else follows is said elsewhere. */
const pauseGone = (state: ShopState, a: Agreement): ShopEvent[] =>
  a.pause === null ? [] : [fact('agreement.pauseEnded', { agreementId: a.id }), ...releaseAll(state, a, 'paused')];

/** No payments follow any more: the pause ends, and dated access that waited has a date again, later by the pause. */
export const waitingOver = (state: ShopState, a: Agreement, returned: Instant): ShopEvent[] => [
  ...pauseGone(state, a),
  ...accessPutOff(state, a, daysPaused(a, returned)),
];

/** Days that a pause had so far, by which dated access grows where the plan does not go on. */
const daysPaused = (a: Agreement, returned: Instant): number =>
  a.pause ? daysBetween(dateIn(a.pause.from, a.zone), dateIn(returned, a.zone)) : 0;

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
  const due = movedDueDay(a.next.at, day, a.anchor, a.zone);
  const { at } = due;
  if (at === a.next.at) return refuse('nothing-to-do', { why: 'such-a-day-already' });
  const next = { n: a.next.n, at };
  const { amount } = chargeFor(goesOnAs(a), next, shopOf(context).tax);
  return {
    events: [
      fact('agreement.dueDayMoved', {
        agreementId,
        anchor: { n: a.next.n, ...due },
        next: toCome(next, a.zone, shopOf(context)),
        period: shifted(a.period, a.next.at, at, a.zone),
      }),
      mailOf(a, 'due-day', context.ids.next('m'), { amount, at }),
    ],
  };
}
