import type { Agreement } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { AgreementMail } from '#core/shop';

type Kind = AgreementMail['mail'];
type Charged = (due: { n: number; at: Instant }) => number;
type Facts = Partial<Pick<AgreementMail, 'amount' | 'at' | 'receipt' | 'reason'>>;

/** On which occasion a letter about payments over time goes out, and how one in force can stand for it. */
export interface Occasion {
  kind: Kind;
  name: string;
  /** Follows "Goes out". */
  when: string;
  /** Whether a payment plan or subscription stands where this letter is written. */
  fits: (a: Agreement) => boolean;
  facts: (a: Agreement, charged: Charged) => Facts;
}

const active = (a: Agreement): boolean => a.status === 'active' && a.next !== null;
const next = (a: Agreement, charged: Charged): Facts => (a.next ? { amount: charged(a.next), at: a.next.at } : {});

/** Every letter about payment plans and subscriptions, in the order of their life. */
export const OCCASIONS: readonly Occasion[] = [
  {
    kind: 'trial-ends',
    name: 'Trial ends soon',
    when: 'some days before a trial ends',
    fits: (a) => a.status === 'in-trial',
    facts: next,
  },
  {
    kind: 'payment',
    name: 'Payment received',
    when: 'when a later payment has come',
    fits: (a) => a.payments.some((p) => p.amount > 0),
    facts: (a) => ({
      amount: a.payments.at(-1)?.amount ?? 0,
      receipt: a.payments.at(-1)?.receipt ?? null,
      at: a.next?.at ?? null,
    }),
  },
  {
    kind: 'refused',
    name: 'Payment did not go through',
    when: 'when a card refuses, with a link to change it',
    fits: (a) => a.status === 'past-due',
    facts: (a) => ({
      amount: a.owed.reduce((all, due) => all + due.amount, 0),
      at: a.pastDue?.tryAt ?? null,
      reason: a.pastDue?.reason ?? '',
    }),
  },
  {
    kind: 'on-hold',
    name: 'On hold',
    when: 'when the days of grace are over',
    fits: (a) => a.pastDue?.held === true,
    facts: () => ({}),
  },
  {
    kind: 'paused',
    name: 'Paused',
    when: 'when payments are paused',
    fits: (a) => a.status === 'paused',
    facts: (a) => ({ at: a.pause?.until ?? null }),
  },
  { kind: 'back', name: 'Back from a pause', when: 'when a pause is over', fits: active, facts: next },
  {
    kind: 'card-changed',
    name: 'Card changed',
    when: 'when another card is given',
    fits: (a) => active(a) && a.card !== null,
    facts: (a) => ({ reason: a.card?.last4 ?? null }),
  },
  {
    kind: 'amount-changes',
    name: 'Amount changes',
    when: '14 days before a changed tax changes an amount, and when a country is changed',
    fits: active,
    facts: next,
  },
  { kind: 'due-day', name: 'Due day moved', when: 'when you move the due day', fits: active, facts: next },
  {
    kind: 'switched',
    name: 'Switched',
    when: 'when a subscription is switched to another',
    fits: (a) => active(a) && a.terms.kind === 'subscription',
    facts: next,
  },
  {
    kind: 'cancelled',
    name: 'Stopped',
    when: 'when a subscription is stopped',
    fits: (a) => a.status === 'ending' && !a.finishes,
    facts: (a) => ({ at: a.endsAt }),
  },
  {
    kind: 'kept',
    name: 'Goes on after all',
    when: 'when a stop is taken back',
    fits: (a) => active(a) && a.terms.kind === 'subscription',
    facts: next,
  },
  {
    kind: 'paid-off',
    name: 'Plan paid off',
    when: 'with the last payment of a plan',
    fits: (a) => a.status === 'paid-off',
    facts: () => ({}),
  },
  {
    kind: 'finished',
    name: 'Come to its end',
    when: 'when a subscription with a last payment is over',
    fits: (a) => a.ended?.why === 'finished',
    facts: () => ({}),
  },
  {
    kind: 'ended-unpaid',
    name: 'Ended unpaid',
    when: 'when a subscription ends because a payment stayed unpaid',
    fits: (a) => a.ended?.why === 'unpaid',
    facts: () => ({}),
  },
  {
    kind: 'stopped',
    name: 'Plan ended',
    when: 'when you end a payment plan',
    fits: (a) => a.ended?.why === 'stopped' || a.ended?.why === 'let-go',
    facts: (a) => ({ reason: a.ended?.why === 'let-go' ? 'access stays' : 'access closed' }),
  },
];

/** The facts of a letter as one in force would have them today. */
export const letterOn = (occasion: Occasion, a: Agreement, charged: Charged): AgreementMail => ({
  mail: occasion.kind,
  agreementId: a.id,
  personId: a.personId,
  amount: null,
  at: null,
  receipt: null,
  reason: null,
  ...occasion.facts(a, charged),
});
