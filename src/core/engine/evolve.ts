import type { Instant } from '#core/calendar';
import type { Batch, EventOf, EventType, ShopEvent } from '#core/journal';
import { type Hold, type HoldReason, opened } from '#core/passes';
import { agreementAppliers } from '../features/agreements/fold/foldAgreements';
import { orderAppliers } from '../features/orders/fold/foldOrders';
import { addStop, agreementsRefunded, dropStop } from '../features/agreements/fold/foldStops';
import { refundStop } from '#core/agreements';
import type { PersonId, ProductId } from '#core/ids';
import type { Progress, ShopState } from './state';
import { pairOf } from './ids';
import { disputeClosed, disputeOpened, moneyBack, reserve } from '../features/orders/fold/foldPayments';
import { joinedPeople } from '../features/people/fold/foldPeople';
import { need, push } from './known';
import { offeredAgain, sessionAppliers } from '../features/booking/fold/foldSessions';

/**
 * Applies one event. It only copies and counts what the event carries and computes nothing, so that history
 * reads the same whatever later versions compute. The state given is changed in place.
 */
export function evolve(state: ShopState, event: ShopEvent, at: Instant): void {
  const apply = appliers[event.type] as (state: ShopState, data: ShopEvent['data'], at: Instant) => void;
  apply(state, event.data, at);
}

/** Applies a whole batch and its envelope. */
export function evolveBatch(state: ShopState, batch: Pick<Batch, 'seq' | 'at' | 'events'>): void {
  for (const event of batch.events) evolve(state, event, batch.at);
  state.seq = batch.seq;
  state.at = batch.at;
}

function progressFor(
  state: ShopState,
  { personId, productId }: { personId: PersonId; productId: ProductId },
): Progress {
  const key = pairOf(personId, productId);
  const known = state.progress.get(key);
  if (known) return known;
  const fresh: Progress = { done: new Map(), passed: new Map(), finished: null };
  state.progress.set(key, fresh);
  return fresh;
}

type Appliers = { [T in EventType]: (state: ShopState, data: EventOf<T>['data'], at: Instant) => void };

const appliers: Appliers = {
  ...agreementAppliers,
  ...orderAppliers,
  ...sessionAppliers,
  'release.published': (state, { release }, at) => {
    state.release = release;
    state.releases.push({ number: release, since: at });
  },
  'clock.moved': () => undefined,
  'journal.resumed': () => undefined,
  'person.changed': (state, { personId, rev }) => {
    state.people.set(personId, rev);
  },

  'people.joined': joinedPeople,

  'pass.opened': (state, { pass }, at) => {
    state.passes.set(pass.id, opened(pass));
    if (pass.waits) state.tasks.set(pass.id, { passId: pass.id, for: pass.waits.for, since: at, done: null });
    push(state.passesOfPerson, pass.personId, pass.id);
    if (pass.cause.kind === 'paid') {
      state.orders.get(pass.cause.orderId)?.passIds.push(pass.id);
      if (pass.cause.agreementId !== undefined) state.agreements.get(pass.cause.agreementId)?.passIds.push(pass.id);
    }
    if (pass.until !== null) state.due.set({ at: pass.until, what: { kind: 'pass-expires', passId: pass.id } });
  },
  'pass.held': (state, { passId, why }, at) => {
    const { holds } = need(state.passes, passId);
    if (!holds.some((hold) => hold.why === why)) holds.push({ why: why as HoldReason, since: at });
  },
  'pass.released': (state, { passId, why }, at) => {
    const pass = need(state.passes, passId);
    const [first] = pass.holds;
    pass.holds = pass.holds.filter((hold) => !isReleased(hold, why));
    // Where another reason holds it still, the stretch goes on from when that one began.
    const until = pass.holds[0]?.since ?? at;
    if (first && first.since < until) pass.heldBefore = [...pass.heldBefore, { from: first.since, until }];
  },
  'pass.untilMoved': (state, { passId, until }) => {
    const pass = need(state.passes, passId);
    pass.waited = until === null ? pass.until : null;
    pass.until = until;
    if (until !== null) state.due.set({ at: until, what: { kind: 'pass-expires', passId } });
  },
  'pass.closed': (state, { passId, why }, at) => {
    need(state.passes, passId).closed = { why, at };
  },

  'mail.due': (state, data, at) => {
    state.pending.set(data.key, {
      kind: 'mail',
      key: data.key,
      mail: data.mail,
      orderId: data.orderId,
      personId: data.personId,
      refundId: data.refundId,
      step: data.step,
      at,
    });
  },
  'access.mailDue': (state, data, at) => {
    state.pending.set(data.key, { kind: 'access-mail', ...data, at });
  },
  'task.done': (state, data, at) => {
    const { passId, carrier, number, note } = data;
    need(state.tasks, passId).done = { at, carrier, number, note };
    state.pending.set(data.key, { kind: 'task-mail', at, ...data });
  },
  'task.again': (state, { passId }) => {
    need(state.tasks, passId).done = null;
  },
  'void.due': (state, { key, chargeKey }) => {
    state.pending.set(key, { kind: 'void', key, chargeKey });
  },
  done: (state, { key }) => {
    state.pending.delete(key);
  },

  'refund.requested': (state, data, at) => {
    state.refunds.set(data.refundId, {
      ...data,
      id: data.refundId,
      at,
      status: 'asked',
      creditNote: null,
      refusal: null,
    });
    need(state.orders, data.orderId).refundIds.push(data.refundId);
    // Money of a credit that was left over decides nothing.
    if (data.ofCredit === undefined) reserve(state, data, 1);
    if (data.ofCredit === undefined)
      for (const a of agreementsRefunded(state, data)) addStop(state, a, refundStop(data.refundId), at);
    state.pending.set(data.refundId, { kind: 'refund', key: data.refundId, refundId: data.refundId });
  },
  'refund.paid': (state, { refundId, creditNote }) => {
    const refund = need(state.refunds, refundId);
    refund.status = 'paid';
    refund.creditNote = creditNote;
    if (refund.ofCredit === undefined) {
      reserve(state, refund, -1);
      moneyBack(state, refund.paymentId, refund.shares, 'givenBack');
      state.counts.creditNotes += 1;
    }
    state.pending.delete(refundId);
    for (const a of agreementsRefunded(state, refund)) dropStop(state, a, refundStop(refundId));
  },
  'refund.refused': (state, { refundId, reason }) => {
    const refund = need(state.refunds, refundId);
    for (const a of agreementsRefunded(state, refund)) dropStop(state, a, refundStop(refundId));
    if (refund.ofCredit === undefined) reserve(state, refund, -1);
    refund.status = 'refused';
    refund.refusal = reason;
    offeredAgain(state, refundId);
    state.pending.delete(refundId);
  },

  // The books read it in the history; nothing in the shop goes by it.
  'fee.taken': () => undefined,

  'dispute.opened': (state, data, at) => {
    const paymentId = data.paymentId ?? need(state.orders, data.orderId).payments[0]?.id ?? '';
    state.disputes.set(data.disputeId, {
      id: data.disputeId,
      orderId: data.orderId,
      amount: data.amount,
      at,
      answerBy: data.answerBy,
      status: 'open',
      agreementId: data.agreementId,
      paymentId,
    });
    const payment = state.payments.get(paymentId);
    if (payment) disputeOpened(payment, data.disputeId);
  },
  'dispute.closed': (state, { disputeId, won, lost }) => {
    const dispute = need(state.disputes, disputeId);
    dispute.status = won ? 'won' : 'lost';
    const payment = state.payments.get(dispute.paymentId);
    if (payment) disputeClosed(payment, disputeId, won);
    moneyBack(state, dispute.paymentId, lost, 'lost');
  },

  'file.fetched': (state, { passId, fileId, count }, at) => {
    state.fileUses.set(pairOf(passId, fileId), { count, windowStart: at });
  },
  'lesson.done': (state, { lessonId, ...who }, at) => {
    progressFor(state, who).done.set(lessonId, at);
  },
  'quiz.passed': (state, { lessonId, right, of, ...who }, at) => {
    progressFor(state, who).passed.set(lessonId, { at, right, of });
  },
  'course.finished': (state, { title, number, ...who }, at) => {
    progressFor(state, who).finished = { at, title, number };
    state.counts.certificates = Math.max(state.counts.certificates, number);
  },
  'attention.raised': (state, { id, orderId, text }, at) => {
    state.attention.push({ id, orderId, text, at });
  },
};

/** Histories from before reasons were told apart release all at once, and hold by any dispute. */
const isReleased = (hold: Hold, why: string | null): boolean =>
  why === null || hold.why === why || (why.startsWith('dispute') && hold.why === ('dispute' as string));
