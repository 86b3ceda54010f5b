import { dateIn, type Instant } from '#core/calendar';
import { type Agreement, chargeFor, goesOnAs, isStopped, ruleFor } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import type { EndReason } from '#core/agreements';
import type { CloseReason } from '#core/passes';
import type { AgreementId } from '#core/ids';
import type { DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { returnOfCredits } from './credit';
import { closeAll, holdAll, mailOf, nothing, shopOf } from './common';
import { keyOf } from '../../engine/ids';

interface Moment {
  agreementId: AgreementId;
  dueAt: Instant;
}

/** Grace is over: what it opened is on hold until all that is owed is paid. */
export function endGrace(state: ShopState, { agreementId, dueAt }: Moment): Decision {
  const a = state.agreements.get(agreementId);
  if (a?.pastDue?.graceUntil !== dueAt || a.pastDue.held || a.unanswered !== null || isStopped(a)) return nothing;
  // Ends at the same moment: closing is all there is to do.
  if (a.pastDue.endAt === dueAt) return nothing;
  return {
    events: [
      fact('agreement.held', { agreementId, dueAt }),
      ...holdAll(state, a, 'behind'),
      mailOf(a, 'on-hold', keyOf('hold', a.id, a.asked)),
    ],
  };
}

/** A subscription that stayed unpaid ends; paying does not revive it. */
export function endUnpaid(state: ShopState, { agreementId, dueAt }: Moment, context: DecideContext): Decision {
  const a = state.agreements.get(agreementId);
  if (a?.pastDue?.endAt !== dueAt || a.unanswered !== null || isStopped(a)) return nothing;
  return {
    events: [
      ...endEvents(state, a, 'unpaid', 'unpaid', dueAt, context),
      mailOf(a, 'ended-unpaid', keyOf('unpaid', a.id)),
    ],
  };
}

/** The last paid period is over. */
export function endPaid(state: ShopState, { agreementId, dueAt }: Moment, context: DecideContext): Decision {
  const a = state.agreements.get(agreementId);
  if (a?.status !== 'ending' || a.endsAt !== dueAt) return nothing;
  return {
    events: [
      ...endEvents(state, a, a.finishes ? 'finished' : 'cancelled', 'ended', dueAt, context),
      ...(a.finishes ? [mailOf(a, 'finished', keyOf('finished', a.id))] : []),
    ],
  };
}

/** Ends an agreement and closes what it opened; credit that is left goes back to where it came from. */
export function endEvents(
  state: ShopState,
  a: Agreement,
  why: EndReason,
  close: CloseReason | null,
  dueAt: Instant | null,
  context: DecideContext,
): ShopEvent[] {
  return [
    fact('agreement.ended', { agreementId: a.id, why, dueAt }),
    ...(close === null ? [] : closeAll(state, a, close, dueAt)),
    ...returnOfCredits(a.credits, a.currency, context),
  ];
}

/** The rate of tax will be another at the next payment, and tax comes on top: the buyer hears the new amount in time. */
export function tellAmount(state: ShopState, { agreementId, dueAt }: Moment, context: DecideContext): Decision {
  const known = state.agreements.get(agreementId);
  const a = known && goesOnAs(known);
  if (!a?.next || a.next.tellAt !== dueAt || (a.status !== 'active' && a.status !== 'in-trial')) return nothing;
  if (isStopped(a)) return nothing;
  // Too late to be told in time: this due stays what it was told, and the next one is told in its turn.
  if (dateIn(context.now, a.zone) > dateIn(dueAt, a.zone)) return nothing;
  const { tax } = shopOf(context);
  const untold = { ...a, told: null };
  const after = chargeFor(untold, a.next, tax).amount;
  // Against what its buyer was last told, so that a rate edited in its place is noticed too; and against the payment
  // before, also where a statement agreed to long ago said so already.
  const told = chargeFor(a, a.next, tax).amount;
  const before = chargeFor(untold, { n: a.next.n, at: a.period?.from ?? a.start }, tax).amount;
  if (told === after && before === after) return nothing;
  return {
    events: [
      mailOf(a, 'amount-changes', keyOf('amount', a.id, a.next.n), { amount: after, at: a.next.at }),
      fact('agreement.rateTold', { agreementId: a.id, told: { rate: ruleFor(a, tax, a.next.at).rate } }),
    ],
  };
}

/** Some days before a trial ends the buyer hears what happens then. */
export function tellTrialEnds(
  state: ShopState,
  { agreementId, dueAt }: Moment,
  amount: (a: Agreement) => number,
): Decision {
  const a = state.agreements.get(agreementId);
  if (a?.status !== 'in-trial' || a.noticeAt !== dueAt || a.next === null) return nothing;
  return {
    events: [
      mailOf(a, 'trial-ends', keyOf('trial', a.id, a.next.at.slice(0, 10)), { amount: amount(a), at: a.next.at }),
    ],
  };
}
