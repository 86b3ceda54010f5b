import { type Agreement, daysLeft, isRunning } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import type { Command, DecideContext, Decision } from '../command';
import type { ShopState } from '../state';
import { shopOf } from './common';
import { backEvents, movedNotice } from './pause';

/** Away longer than this, a real shop asks its owner before anything is charged. */
export const LONGEST_ABSENCE_MS = 48 * 3_600_000;

/** Which agreements something was to happen to while the shop was away. */
export function inGap(state: ShopState, from: Instant, to: Instant): Agreement[] {
  const within = (at: Instant | null | undefined): boolean => at !== null && at !== undefined && at > from && at <= to;
  return [...state.agreements.values()].filter(
    (a) =>
      isRunning(a) &&
      a.status !== 'ending' &&
      a.unanswered === null &&
      (a.status === 'paused'
        ? within(a.pause?.until)
        : within(a.next?.at) ||
          within(a.pastDue?.tryAt) ||
          within(a.pastDue?.graceUntil) ||
          within(a.pastDue?.endAt) ||
          within(a.noticeAt)),
  );
}

/**
 * The owner says that the shop may go on after a long absence: every agreement with a due or a try inside it is
 * treated as paused for that time, so that nobody is charged for several at once.
 */
export function confirmGap(
  state: ShopState,
  { from, to }: Extract<Command, { type: 'confirm-gap' }>,
  context: DecideContext,
): Decision {
  const moved = inGap(state, from, to).flatMap((a): ShopEvent[] => {
    const due = a.next?.at ?? to;
    const leftDays =
      a.owed.length > 0 ? 0 : a.status === 'paused' ? (a.pause?.leftDays ?? 0) : daysLeft(due, from, a.zone);
    const back = backEvents(state, a, { returned: to, leftDays, why: 'gap', noticeAt: null, shop: shopOf(context) });
    const [first, ...rest] = back.events;
    if (first?.type !== 'agreement.returned') return back.events;
    const { trialUntil, status } = first.data;
    return [
      {
        ...first,
        data: {
          ...first.data,
          noticeAt: status === 'in-trial' && trialUntil !== null ? movedNotice(a, trialUntil, to, context) : null,
        },
      },
      ...rest,
    ];
  });
  return { events: [fact('gap.confirmed', { from, to }), ...moved] };
}
