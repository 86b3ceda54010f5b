import { refuse } from '#core/refusal';
import {
  type Agreement,
  daysLeftInPause,
  dueAfterReturn,
  isBeingRefunded,
  lastPaid,
  whyNotAct,
} from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { endEvents } from './closings';
import { mailOf, noSuch, releaseAll, shopOf, toCome, stillAsking } from './common';
import { areDaysTaken } from '../orders/fold/taken';
import { taxOfBack } from '#core/payments';
import { paidWith, returnOfCredits, type Unused, unusedParts } from './credit';
import { shifted } from './goOn';
import { unsentParcels } from './parcels';
import { pauseEndedEvents, waitingOver } from './pause';
import { keyOf, secondOf } from '../../engine/ids';

/**
 * A subscription stops: at the end of what is paid, or now, with or without giving back the unused days. A plan is
 * a price owed in parts, so that a buyer can stop it in its trial only.
 */
export function cancel(
  state: ShopState,
  { agreementId, when, giveBack, by }: Extract<Command, { type: 'cancel' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'cancel', context.now);
  if (no) return no;
  if (a.status === 'ending' && when === 'end') return refuse('nothing-to-do', { why: 'ends-by-itself' });
  const { now } = context;
  // Nothing is paid for any more: it ends at once, and nothing is owed.
  if (a.status === 'past-due')
    return {
      events: [
        ...endEvents(state, a, 'cancelled', 'ended', null, context),
        mailOf(a, 'cancelled', mailKey(a, now), { at: now }),
      ],
    };
  if (when === 'now') {
    if (giveBack && isBeingRefunded(a)) return refuse('refund-running', { of: 'agreement' });
    if (giveBack && areDaysTaken(state, a)) return stillAsking;
    if (!giveBack) {
      const ended = endEvents(state, a, 'cancelled', 'ended', null, context);
      return { events: [...ended, mailOf(a, 'cancelled', mailKey(a, now), { at: now, amount: null })] };
    }
    const unused = unusedParts(state, a, now);
    const unsent = unsentParcels(state, a, context);
    const back = unused.total + unsent.sending;
    return {
      events: [
        ...endEvents(state, a, 'cancelled', 'ended', null, context).map((event) =>
          event.type === 'pass.closed' && unsent.passIds.has(event.data.passId)
            ? fact('pass.closed', { ...event.data, why: 'refund' as const })
            : event,
        ),
        ...refundUnused(state, a, { ...unused, card: unused.card + unsent.sending }, context),
        mailOf(a, 'cancelled', mailKey(a, now), { at: now, amount: back === 0 ? null : back }),
      ],
    };
  }
  if (a.status === 'paused' && a.pause) {
    const back = pauseEndedEvents(state, a, now, context).filter((e) => e.type !== 'agreement.mailDue');
    // The days that were left are left, whatever else stops it.
    const ends = dueAfterReturn(now, daysLeftInPause(a), a.anchor, a.zone);
    const endsAt = ends.at;
    const moved = {
      anchor: { n: a.next?.n ?? lastPaid(a) + 1, ...ends },
      period: shifted(a.period, a.next?.at ?? a.period?.until ?? endsAt, endsAt, a.zone),
    };
    return {
      events: [
        ...back,
        fact('agreement.cancelled', { agreementId, endsAt, by, moved }),
        mailOf(a, 'cancelled', mailKey(a, now), { at: endsAt }),
      ],
    };
  }
  const endsAt = a.next?.at ?? a.period?.until ?? now;
  return {
    events: [
      fact('agreement.cancelled', { agreementId, endsAt, by, moved: null }),
      mailOf(a, 'cancelled', mailKey(a, now), { at: endsAt }),
    ],
  };
}

const mailKey = (a: Agreement, now: Instant): string => keyOf('cancel', a.id, secondOf(now));

/** Unused days in money: of the card's payment, and of what credit paid, each to where it came from. */
export function refundUnused(
  state: ShopState,
  a: Agreement,
  { card, credits }: Unused,
  context: DecideContext,
): ShopEvent[] {
  const paid = paidWith(state, a);
  const byCard: ShopEvent[] =
    !paid || card === 0
      ? []
      : [
          fact('refund.requested', {
            refundId: context.ids.next('r'),
            orderId: paid.orderId,
            paymentId: paid.paymentId,
            amount: card,
            currency: a.currency,
            shares: [{ lineId: paid.lineId, amount: card, tax: taxOfBack(paid, card) }],
            closes: [],
            reason: 'Unused days',
            agreementId: a.id,
          }),
        ];
  return [...byCard, ...returnOfCredits(credits, a.currency, context)];
}

/** Before the end the cancellation is taken back, and all dates stand. */
export function keepOn(
  state: ShopState,
  { agreementId }: Extract<Command, { type: 'keep' }>,
  context: DecideContext,
): Decision {
  const { now } = context;
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'keep', now);
  if (no) return no;
  const endsAt = a.endsAt ?? now;
  const inTrial = a.trialUntil !== null && endsAt === a.trialUntil && lastPaid(a) === 0;
  return {
    events: [
      fact('agreement.kept', {
        agreementId,
        status: inTrial ? 'in-trial' : 'active',
        next: toCome({ n: lastPaid(a) + 1, at: endsAt }, a.zone, shopOf(context)),
      }),
      mailOf(a, 'kept', keyOf('kept', a.id, secondOf(now)), { at: endsAt }),
    ],
  };
}

/** The seller ends a plan: lets the rest go and access stays, or closes it now. Giving back is apart. */
export function stopPlan(
  state: ShopState,
  { agreementId, keepAccess }: Extract<Command, { type: 'stop-plan' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'stop-plan', context.now);
  if (no) return no;
  const ended = endEvents(state, a, keepAccess ? 'let-go' : 'stopped', keepAccess ? null : 'stopped', null, context);
  return {
    events: [
      ...ended,
      ...(keepAccess ? [...releaseAll(state, a, 'behind'), ...waitingOver(state, a, context.now)] : []),
      mailOf(a, 'stopped', keyOf('stopped', a.id), { reason: keepAccess ? 'access stays' : 'access closed' }),
    ],
  };
}
