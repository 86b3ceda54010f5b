import { type Agreement, begunAgreement, disputeStop, replacingStop } from '#core/agreements';
import { newPaymentLine, NONE, type Payment, takeCredit } from '#core/payments';
import type { Instant } from '#core/calendar';
import type { EventOf, EventType } from '#core/journal';
import type { AgreementId } from '#core/ids';
import { addPayment, moneyBack } from '../../orders/fold/foldPayments';
import { addStop, dropStop, moveFrom } from './foldStops';
import { push } from '../../../engine/known';
import { plan } from './moments';
import type { AnsweredDue } from './state';
import type { ShopState } from '../../../engine/state';
import { takeSwitch } from '../../orders/fold/taken';
import { pairOf } from '../../../engine/ids';
import { unansweredDue } from './unansweredDue';

type Kinds = Extract<EventType, `agreement.${string}` | `due.${string}` | 'credit.given' | 'gap.confirmed'>;
type Appliers = { [T in Kinds]: (state: ShopState, data: EventOf<T>['data'], at: Instant) => void };

/** How facts about payment plans and subscriptions change the state: copied as they stand, nothing computed. */
export const agreementAppliers: Appliers = {
  'agreement.started': (state, { agreement, status, next, period, noticeAt, endsAt, beganCheaper, told }) => {
    const a = begunAgreement(agreement, { status, next, period, noticeAt, endsAt, told });
    state.agreements.set(a.id, a);
    push(state.agreementsOfPerson, a.personId, a.id);
    if (beganCheaper) state.begun.add(pairOf(a.personId, a.offerId));
    if (a.from !== null) takeSwitch(state, a, 1);
    plan(state, a);
  },
  'due.requested': (state, data) => {
    const a = agreementOf(state, data.agreementId);
    a.unanswered = data.key;
    a.asked += 1;
    a.next = data.next;
    state.dueCharges.set(data.key, { ...data, status: 'asked' });
    state.pending.set(data.key, { kind: 'due', key: data.key });
    takeSwitch(state, data.to, 1);
  },
  'due.paid': (state, data, at) => {
    const a = agreementOf(state, data.agreementId);
    const { key, paymentId: id, last4, receipt, dues, amount, tax, credit } = data;
    // What came to nothing is no payment.
    if (amount > 0 || credit > 0 || receipt !== null) {
      const payment: Payment = {
        id,
        key,
        orderId: a.orderId,
        kind: data.kind,
        agreementId: a.id,
        step: null,
        at,
        last4,
        buyer: a.buyer,
        receipt,
        lines: [newPaymentLine({ lineId: a.lineId, amount, credit, tax, dues })],
        openDisputes: NONE,
        dispute: null,
      };
      // Nothing is said of a card.
      const way = (unansweredDue(state, key)?.card ?? a.card)?.way;
      if (way !== undefined) payment.way = way;
      a.payments.push(payment);
      addPayment(state, state.orders.get(a.orderId), payment);
    }
    a.lastDue = dues.at(-1)?.n ?? a.lastDue;
    a.credits = data.creditsLeft ?? takeCredit(a.credits, data.credit).left;
    a.status = data.status;
    a.period = data.period;
    a.next = data.next;
    a.owed = [];
    a.pastDue = null;
    a.endsAt = data.endsAt;
    a.finishes = data.endsAt !== null;
    answered(state, a, data.key, 'paid');
  },
  'due.fellAway': (state, { key, agreementId, next, movesFrom }) => {
    const a = agreementOf(state, agreementId);
    a.next = next;
    moveFrom(a, movesFrom);
    answered(state, a, key, 'refused');
  },
  'due.refused': (state, { key, agreementId, reason, pastDue, owed }) => {
    const a = agreementOf(state, agreementId);
    if (pastDue) {
      a.pastDue = { ...pastDue, held: a.pastDue?.held ?? false, reason };
      a.owed = [...owed];
      a.status = 'past-due';
    }
    answered(state, a, key, 'refused');
  },
  'agreement.held': (state, { agreementId }) => {
    const a = agreementOf(state, agreementId);
    if (a.pastDue) a.pastDue.held = true;
  },
  'agreement.paused': (state, { agreementId, until }, at) => {
    const a = agreementOf(state, agreementId);
    a.status = 'paused';
    a.pause = { from: a.pause?.from ?? at, until };
    addStop(state, a, 'paused', at);
    moveFrom(a, a.pause.from);
    plan(state, a);
  },
  'agreement.pauseEnded': (state, { agreementId }) => {
    const a = agreementOf(state, agreementId);
    if (a.status === 'paused') a.status = 'active';
    a.pause = null;
    dropStop(state, a, 'paused');
  },
  'agreement.returned': (state, { agreementId, anchor, next, status, trialUntil, noticeAt, period, owed, pastDue }) => {
    const a = agreementOf(state, agreementId);
    Object.assign(a, {
      status,
      anchor,
      next,
      trialUntil,
      noticeAt,
      period,
      owed,
      pause: null,
      // Nothing holds any more; histories from before reasons were told apart end them all so.
      stops: [],
      span: null,
      endsAt: null,
      finishes: false,
    });
    behind(a, pastDue);
    plan(state, a);
  },
  'agreement.wentOn': (state, { agreementId, next, noticeAt, pastDue }) => {
    const a = agreementOf(state, agreementId);
    a.next = next;
    a.noticeAt = noticeAt;
    behind(a, pastDue);
    plan(state, a);
  },
  'agreement.dueDayMoved': (state, { agreementId, anchor, next, period }) => {
    const a = agreementOf(state, agreementId);
    a.anchor = anchor;
    a.next = next;
    a.period = period;
    plan(state, a);
  },
  'agreement.cancelled': (state, { agreementId, endsAt, moved }) => {
    const a = agreementOf(state, agreementId);
    if (moved) {
      Object.assign(a, moved);
      // Its dates have moved: what still stops it moves them no further for that.
      if (a.span) a.span = { ...a.span, movesFrom: null };
    }
    a.status = 'ending';
    a.endsAt = endsAt;
    a.next = null;
    a.pause = null;
    delete a.stepsTo;
    plan(state, a);
  },
  'agreement.stepsDown': (state, { agreementId, to }) => {
    const a = agreementOf(state, agreementId);
    if (to) a.stepsTo = to;
    else delete a.stepsTo;
  },
  'agreement.leaves': (state, { agreementId, orderId, endsAt, remindAt }, at) => {
    const a = agreementOf(state, agreementId);
    Object.assign(a, { status: 'ending', endsAt, next: null, leaving: { orderId, since: at, remindAt } });
    delete a.stepsTo;
    plan(state, a);
  },
  'agreement.kept': (state, { agreementId, status, next }) => {
    const a = agreementOf(state, agreementId);
    delete a.leaving;
    a.status = status;
    a.next = next;
    a.endsAt = null;
    plan(state, a);
  },
  'agreement.ended': (state, { agreementId, why }, at) => {
    const a = agreementOf(state, agreementId);
    // A switch that is under way comes to nothing where something else ends it first.
    if (why !== 'switched') takeSwitch(state, unansweredDue(state, a.unanswered)?.to, -1);
    delete a.leaving;
    Object.assign(a, { status: 'ended', ended: { why, at }, next: null, pastDue: null, pause: null, endsAt: null });
    // What is still asked of the bank is not waited for: its answer goes to a person.
    Object.assign(a, { stops: [], span: null, unanswered: null });
    plan(state, a);
  },
  'agreement.cardChanged': (state, { agreementId, card }) => {
    agreementOf(state, agreementId).card = card;
  },
  'agreement.suspended': (state, { agreementId, disputeId, paymentId }, at) => {
    addStop(state, agreementOf(state, agreementId), disputeStop(disputeId), at, paymentId);
  },
  'agreement.cleared': (state, { agreementId, disputeId, missed }) => {
    const a = agreementOf(state, agreementId);
    const gone = a.stops.filter(({ why }) =>
      disputeId === null ? why.startsWith('dispute:') : why === disputeStop(disputeId),
    );
    for (const { why, since } of gone) {
      if (missed) moveFrom(a, since);
      dropStop(state, a, why);
    }
  },
  'agreement.reserved': (state, { agreementId, chargeKey }, at) => {
    addStop(state, agreementOf(state, agreementId), replacingStop(chargeKey), at);
  },
  'agreement.freed': (state, { agreementId, chargeKey }) => {
    dropStop(state, agreementOf(state, agreementId), replacingStop(chargeKey));
  },
  'agreement.rateTold': (state, { agreementId, told }) => {
    agreementOf(state, agreementId).told = told;
  },
  'agreement.moved': (state, { agreementId, buyer }) => {
    agreementOf(state, agreementId).buyer = buyer;
  },
  'credit.given': (state, data, at) => {
    state.credits.set(data.creditId, { ...data, id: data.creditId, at });
    moneyBack(state, data.paymentId, [data], 'givenBack');
    state.counts.creditNotes += 1;
  },
  'agreement.mailDue': (state, { key, ...message }, at) => {
    if (message.mail === 'trial-ends') agreementOf(state, message.agreementId).noticeAt = null;
    if (message.mail === 'leaving-soon') toldOfLeaving(state, message.agreementId);
    if (message.mail === 'amount-changes') dropTellAt(state, message.agreementId);
    state.pending.set(key, { kind: 'agreement-mail', key, message, at });
  },
  'gap.confirmed': () => undefined,
};

/** What is behind, as it stands now; whether its doors are held already is kept. */
function behind(a: Agreement, pastDue: Omit<NonNullable<Agreement['pastDue']>, 'held' | 'reason'> | null): void {
  a.pastDue = pastDue && { ...pastDue, held: a.pastDue?.held ?? false, reason: a.pastDue?.reason ?? '' };
}

function toldOfLeaving(state: ShopState, agreementId: AgreementId): void {
  const a = agreementOf(state, agreementId);
  if (a.leaving) a.leaving = { ...a.leaving, remindAt: null };
}

/** Told once. */
function dropTellAt(state: ShopState, agreementId: AgreementId): void {
  const a = agreementOf(state, agreementId);
  if (a.next) a.next = { ...a.next, tellAt: undefined };
}

function answered(state: ShopState, a: Agreement, key: string, status: 'paid' | 'refused'): void {
  // What it held while it was not answered is held by what began, or by nothing.
  takeSwitch(state, unansweredDue(state, key)?.to, -1);
  const charge = state.dueCharges.get(key);
  // What it carried is in the payment now; its words are those of the agreement it was for.
  if (charge) {
    const of = state.agreements.get(charge.agreementId) ?? a;
    const { amount } = charge;
    // It may still have to be made impossible where it was asked, whatever pays by then.
    const way = 'card' in charge ? charge.card.way : charge.way;
    const { id: agreementId, currency, title } = of;
    const kept: AnsweredDue = { key, agreementId, amount, currency, title, status };
    if (way !== undefined) kept.way = way;
    state.dueCharges.set(key, kept);
  }
  if (a.unanswered === key) a.unanswered = null;
  state.pending.delete(key);
  // What waited for the answer is looked at again.
  plan(state, a);
}

function agreementOf(state: ShopState, id: string): Agreement {
  const a = state.agreements.get(id);
  if (!a) throw new Error(`The history names something it never introduced: ${id}`);
  return a;
}
