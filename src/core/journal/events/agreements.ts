import * as z from 'zod';
import { event } from './kind';
import {
  dueMoment1,
  dueMoment2,
  endReason1,
  keptCard1,
  owedDue1,
  paidPeriod1,
  running1,
  running2,
  runningFrom1,
  seed1,
  seed2,
  seedFrom1,
  seed3,
  seedFrom2,
  seed4,
  seed5,
  seed6,
  anchor2,
  creditPart1,
  paidPeriod2,
  periodFrom1,
} from './parts/agreement';
import { agreementId1, currency1, disputeId1, id1, minor1, moment1, orderId1, personId1 } from './parts/basics';
import { cameFrom1, cameFrom2, NOWHERE1, withEmail } from './parts/cameFrom';
import { buyer1 } from './parts/quote';

const by = z.enum(['buyer', 'seller']);
const paused1 = z.strictObject({ agreementId: agreementId1, until: moment1.nullable(), by });
const goesOn1 = z.enum(['in-trial', 'active', 'past-due']);

const started1 = z.strictObject({
  agreement: seed1,
  status: running1,
  next: dueMoment1.nullable(),
  period: paidPeriod1.nullable(),
  noticeAt: moment1.nullable(),
  endsAt: moment1.nullable(),
  beganCheaper: z.boolean(),
});

const requested1 = z.strictObject({
  key: id1,
  agreementId: agreementId1,
  why: z.enum(['due', 'again', 'asked', 'rest', 'switch']),
  /** The moment this was planned for; of an extra try, the moment it was asked. */
  planned: moment1,
  dues: z.array(owedDue1).min(1),
  amount: minor1,
  tax: minor1,
  credit: minor1,
  currency: currency1,
  card: keptCard1,
  title: z.string(),
  statement: z.string(),
  next: dueMoment1.nullable(),
  /** For a switch: what begins when this is paid. */
  to: seed1.optional(),
});

const paid1 = z.strictObject({
  key: id1,
  agreementId: agreementId1,
  paymentId: z.string().max(80).nullable(),
  receipt: z.string().max(40).nullable(),
  dues: z.array(owedDue1).min(1),
  amount: minor1,
  tax: minor1,
  credit: minor1,
  last4: z.string().nullable(),
  period: paidPeriod1,
  next: dueMoment1.nullable(),
  status: z.enum(['active', 'ending', 'paid off']),
  endsAt: moment1.nullable(),
});

const requested2 = requested1.extend({ to: seed2.optional(), came: cameFrom1 });
const requested3 = requested2.extend({ to: seed3.optional() });
const requested4 = requested3.extend({ next: dueMoment2.nullable() });
const requested5 = requested4.extend({ to: seed5.optional() });
const started2 = started1.extend({ agreement: seed2, status: running2 });
const paid2 = paid1.extend({ status: z.enum(['active', 'ending', 'paid-off']) });
const paid3 = paid2.extend({ period: paidPeriod2, creditsLeft: z.array(creditPart1).nullable() });
const paid4 = paid3.extend({ kind: z.enum(['due', 'rest', 'switch']) });

const returned1 = z.strictObject({
  agreementId: agreementId1,
  why: z.enum(['pause', 'dispute', 'gap']),
  anchor: dueMoment1,
  next: dueMoment1,
  status: running1,
  trialUntil: moment1.nullable(),
  noticeAt: moment1.nullable(),
  period: paidPeriod1.nullable(),
});

const returned2 = returned1.extend({ status: running2 });
/** What is behind, and what happens then. */
const pastDue1 = z.strictObject({
  since: moment1,
  tryAt: moment1.nullable(),
  graceUntil: moment1,
  endAt: moment1.nullable(),
});

const dueDayMoved1 = z.strictObject({
  agreementId: agreementId1,
  anchor: dueMoment1,
  next: dueMoment1,
  period: paidPeriod1.nullable(),
});
/** A rate on top, in hundredths of a percent. */
const told1 = z.strictObject({ rate: z.int().min(0) });
/** By the key of the charge that asks for what replaces it. */
const replacing1 = z.strictObject({ agreementId: agreementId1, chargeKey: id1 });
const suspended1 = z.strictObject({ agreementId: agreementId1, disputeId: disputeId1 });

const cancelled1 = z.strictObject({ agreementId: agreementId1, endsAt: moment1, by });
const kept1 = z.strictObject({ agreementId: agreementId1, status: running1, next: dueMoment1 });

const mailDue1 = z.strictObject({
  key: id1,
  mail: z.enum([
    'trial-ends',
    'payment',
    'refused',
    'on-hold',
    'paused',
    'back',
    'cancelled',
    'kept',
    'paid-off',
    'finished',
    'ended-unpaid',
    'switched',
    'stopped',
    'card-changed',
    'amount-changes',
    'due-day',
  ]),
  agreementId: agreementId1,
  personId: personId1,
  amount: minor1.nullable(),
  at: moment1.nullable(),
  receipt: z.string().nullable(),
  reason: z.string().nullable(),
});

const started3 = started2.extend({ agreement: seed3, period: paidPeriod2.nullable(), told: told1.nullable() });

const started5 = started3.extend({ agreement: seed5 });
const started6 = started5.extend({ next: dueMoment2.nullable() });

/** Payment plans and subscriptions. Every next moment and amount is computed when it is decided, and stands here. */
export const agreementEvents = {
  'agreement.started': event(started1)
    .next(started2, (data) => ({
      ...data,
      agreement: seedFrom1(data.agreement),
      status: runningFrom1(data.status),
    }))
    .next(started3, (data) => ({
      ...data,
      agreement: seedFrom2(data.agreement),
      period: periodFrom1(data.period),
      told: null,
    }))
    .next(started3.extend({ agreement: seed4 }), (data) => data)
    .next(started5, (data) => data)
    /** With since when its first payment is asked for, where a stop had put that off. */
    .next(started6, (data) => data)
    .next(started6.extend({ agreement: seed6 }), ({ agreement, ...data }) => ({
      ...data,
      agreement: withEmail(agreement),
    })),
  /** Written down before the payment service is asked. */
  'due.requested': event(requested1)
    .next(requested2, ({ to, ...data }) => ({ ...data, ...(to ? { to: seedFrom1(to) } : {}), came: NOWHERE1 }))
    .next(requested3, ({ to, ...data }) => ({
      ...data,
      ...(to ? { to: seedFrom2(to) } : {}),
    }))
    /** With since when the due after it is asked for, where a stop had put that off. */
    .next(requested4, (data) => data)
    .next(requested5, (data) => data)
    .next(requested5.extend({ to: seed6.optional(), came: cameFrom2 }), ({ to, ...data }) => ({
      ...withEmail(data),
      ...(to ? { to: withEmail(to) } : {}),
    })),
  'due.paid': event(paid1)
    .next(paid2, (data) => ({ ...data, status: data.status === 'paid off' ? ('paid-off' as const) : data.status }))
    .next(
      /** With what each part of its credit has left; not noted before. */
      paid3,
      (data) => ({ ...data, period: { ...data.period, credits: [] }, creditsLeft: null }),
    )
    /** With what it was paid for: a due, the rest of a plan, a switch. */
    .next(paid4, (data) => ({ ...data, kind: 'due' as const }))
    /** With since when the due after it is asked for, as above. */
    .next(paid4.extend({ next: dueMoment2.nullable() }), (data) => data),
  /** It never reached the payment service and was made impossible there: it is as if it had not been asked for. */
  'due.fellAway': event(
    z.strictObject({
      key: id1,
      agreementId: agreementId1,
      next: dueMoment2.nullable(),
      /** It counts in an absence: since when its dates stand still, where something else stops it too. */
      movesFrom: moment1,
    }),
  ),
  'due.refused': event(
    z.strictObject({
      key: id1,
      agreementId: agreementId1,
      reason: z.string().max(80),
      /** Null where a refusal changes nothing: paying the rest, a switch. */
      pastDue: pastDue1.nullable(),
      owed: z.array(owedDue1),
    }),
  ),
  'agreement.held': event(z.strictObject({ agreementId: agreementId1, dueAt: moment1 })),
  'agreement.paused': event(paused1.extend({ leftDays: z.int().min(0) })).next(
    paused1,
    ({ leftDays: _, ...data }) => data,
  ),
  /** The pause is over; what else stops the agreement goes on stopping it. */
  'agreement.pauseEnded': event(z.strictObject({ agreementId: agreementId1 })),
  /** Nothing stops it any more, and its dates have moved. Earlier versions dropped what was behind. */
  'agreement.returned': event(returned1)
    .next(returned2, (data) => ({ ...data, status: runningFrom1(data.status) }))
    .next(
      returned2.extend({
        status: goesOn1,
        anchor: anchor2,
        period: paidPeriod2.nullable(),
        owed: z.array(owedDue1),
        pastDue: pastDue1.nullable(),
      }),
      ({ anchor, period, ...data }) => ({
        ...data,
        anchor: { n: anchor.n, at: anchor.at },
        period: periodFrom1(period),
        owed: [],
        pastDue: null,
      }),
    ),
  /** Nothing stops it any more, and no date moves: what fell due meanwhile is asked for now. */
  'agreement.wentOn': event(
    z.strictObject({
      agreementId: agreementId1,
      next: dueMoment2.nullable(),
      noticeAt: moment1.nullable(),
      pastDue: pastDue1.nullable(),
    }),
  ),
  'agreement.dueDayMoved': event(dueDayMoved1).next(
    dueDayMoved1.extend({ anchor: anchor2, period: paidPeriod2.nullable() }),
    ({ anchor, period, ...data }) => ({
      ...data,
      anchor: { n: anchor.n, at: anchor.at },
      period: periodFrom1(period),
    }),
  ),
  'agreement.cancelled': event(cancelled1).next(
    /** In a pause its dates move with it: what they are then; null where they stand. */
    cancelled1.extend({ moved: z.strictObject({ anchor: anchor2, period: paidPeriod2.nullable() }).nullable() }),
    (data) => ({ ...data, moved: null }),
  ),
  /** An order replaces it, and its buyer had only typed the address: it ends at the end of what is paid, unless the owner keeps it. */
  'agreement.leaves': event(
    z.strictObject({ agreementId: agreementId1, orderId: orderId1, endsAt: moment1, remindAt: moment1.nullable() }),
  ),
  /** Its owner has chosen a lower level: that begins, frozen as it is here, when the next payment would. Null takes it back. */
  'agreement.stepsDown': event(z.strictObject({ agreementId: agreementId1, to: seed5.nullable() })).next(
    z.strictObject({ agreementId: agreementId1, to: seed6.nullable() }),
    ({ to, ...data }) => ({ ...data, to: to && withEmail(to) }),
  ),
  'agreement.kept': event(kept1).next(kept1.extend({ status: running2 }), (data) => ({
    ...data,
    status: runningFrom1(data.status),
  })),
  'agreement.ended': event(z.strictObject({ agreementId: agreementId1, why: endReason1, dueAt: moment1.nullable() })),
  'agreement.cardChanged': event(z.strictObject({ agreementId: agreementId1, card: keptCard1 })),
  /** A dispute stops it. */
  'agreement.suspended': event(suspended1).next(
    suspended1.extend({ paymentId: z.string().max(80).nullable() }),
    (data) => ({ ...data, paymentId: null }),
  ),
  /** That dispute stops it no longer. The first version knew one at a time. */
  'agreement.cleared': event(z.strictObject({ agreementId: agreementId1 })).next(
    z.strictObject({ agreementId: agreementId1, disputeId: disputeId1.nullable(), missed: z.boolean() }),
    (data) => ({ ...data, disputeId: null, missed: false }),
  ),
  /** The charge that is to replace it has no answer yet. Until it has, no payment of this one is asked for. */
  'agreement.reserved': event(replacing1),
  /** That charge failed: what fell due meanwhile is asked for now. */
  'agreement.freed': event(replacing1),
  /** Its buyer has heard of a sum with another rate of tax: later dues come to it. */
  'agreement.rateTold': event(z.strictObject({ agreementId: agreementId1, told: told1.nullable() })),
  'agreement.moved': event(z.strictObject({ agreementId: agreementId1, buyer: buyer1.nullable() })),
  /** Which letters there are is the program's affair and grows: from version 2 on the kind is any word. */
  'agreement.mailDue': event(mailDue1).next(
    mailDue1.extend({ mail: z.string().regex(/^[a-z][a-z-]{0,59}$/) }),
    (data) => data,
  ),
};
