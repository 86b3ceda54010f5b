import { type Agreement, askedFrom, isRunning, isStopped } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import { unansweredDue } from './fold/unansweredDue';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import type { DueCharge } from './fold/state';
import type { ShopState } from '../../engine/state';
import { goOn } from './goOn';
import { pauseEndedEvents } from './pause';

/** Away longer than this, a real shop asks its owner before anything is charged. */
export const LONGEST_ABSENCE_MS = 48 * 3_600_000;

const isWithin = (at: Instant | null | undefined, from: Instant, to: Instant): boolean =>
  at !== null && at !== undefined && at > from && at <= to;

/** Whether money was to be asked for, or a door to close, while the shop was away; or was asked for and not answered. */
function isMissed(a: Agreement, from: Instant, to: Instant): boolean {
  if (!isRunning(a)) return false;
  if (a.unanswered !== null) return true;
  if (a.status === 'ending') return false;
  if (a.status === 'paused') return isWithin(a.pause?.until, from, to);
  if (isStopped(a)) return false;
  const due = a.next && askedFrom(a.next);
  return [due, a.pastDue?.tryAt, a.pastDue?.graceUntil, a.pastDue?.endAt].some((at) => isWithin(at, from, to));
}

/** Which agreements something was to happen to while the shop was away. */
export const inGap = (state: ShopState, from: Instant, to: Instant): Agreement[] =>
  [...state.agreements.values()].filter((a) => isMissed(a, from, to) || isNoticeMissed(a, from, to));

const isNoticeMissed = (a: Agreement, from: Instant, to: Instant): boolean =>
  isRunning(a) && isWithin(a.noticeAt, from, to);

/**
 * The owner says that the shop may go on after a long absence: every agreement with a due or a try inside it is
 * treated as paused for that time, so that nobody is charged for several at once. What was asked for and not answered
 * counts in it: it is made impossible at the payment service, and asked for anew. A notice whose day has passed is
 * dropped.
 */
export function confirmGap(
  state: ShopState,
  { from, to }: Extract<Command, { type: 'confirm-gap' }>,
  context: DecideContext,
): Decision {
  const moved = inGap(state, from, to).flatMap((a): ShopEvent[] => {
    if (!isMissed(a, from, to))
      return [
        fact('agreement.wentOn', {
          agreementId: a.id,
          next: a.next,
          noticeAt: null,
          pastDue: a.pastDue && behindOf(a.pastDue),
        }),
      ];
    const charge = unansweredDue(state, a.unanswered);
    const { agreement, events } = charge ? unasked(a, charge, from) : { agreement: a, events: [] };
    if (a.status === 'paused')
      return isWithin(a.pause?.until, from, to) ? [...events, ...pauseEndedEvents(state, a, to, context)] : events;
    // What stops it for another reason goes on stopping it, and says then how it goes on.
    if (isStopped(a) || a.status === 'ending') return events;
    return [...events, ...goOn(state, agreement, { since: from, movesFrom: from, returned: to }, context).events];
  });
  return { events: [fact('gap.confirmed', { from, to }), ...moved] };
}

const behindOf = ({ since, tryAt, graceUntil, endAt }: NonNullable<Agreement['pastDue']>) => ({
  since,
  tryAt,
  graceUntil,
  endAt,
});

/** A charge without an answer, as if it had not been asked for: the due is the next one again. */
function unasked(a: Agreement, charge: DueCharge, movesFrom: Instant): { agreement: Agreement; events: ShopEvent[] } {
  const due = charge.why === 'due' ? charge.dues.at(-1) : undefined;
  const next = due ? { n: due.n, at: due.at } : a.next;
  return {
    agreement: { ...a, next, unanswered: null },
    events: [
      fact('due.fellAway', { key: charge.key, agreementId: a.id, next, movesFrom }),
      fact('void.due', { key: keyOf('void', charge.key), chargeKey: charge.key }),
    ],
  };
}
