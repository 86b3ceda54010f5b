import type { Agreement } from '#core/agreements';
import { sumsOf } from '#core/payments';
import { accessOf } from '#core/terms';
import type { Instant } from '#core/calendar';
import type { EmailWords, Words } from '#core/words';
import type { AgreementMail } from './agreementMail';

export type Charged = (due: { n: number; at: Instant }) => number;
type Facts = Partial<Pick<AgreementMail, 'amount' | 'at' | 'receipt' | 'reason'>>;

/** What every email about payments over time can say, ready to be read. */
export type AboutAgreement = Parameters<Words['emails']['trial-ends']>[0];

/** One kind of email about payments over time: when it goes out, how one in force can stand for it, what it says. */
export interface AgreementEmailKind {
  kind: string;
  /** What the seller reads it is called. */
  name: string;
  /** Follows "Goes out". */
  when: string;
  /** Not sent any more: its words stay for those that stand in a shop's history. */
  former?: true;
  /** Whether a payment plan or subscription stands where this email is written. */
  fits: (a: Agreement) => boolean;
  facts: (a: Agreement, charged: Charged) => Facts;
  write: (say: Words['emails'], about: AboutAgreement, message: AgreementMail, a: Agreement) => EmailWords;
}

const active = (a: Agreement): boolean => a.status === 'active' && a.next !== null;
const next = (a: Agreement, charged: Charged): Facts => (a.next ? { amount: charged(a.next), at: a.next.at } : {});

/** Every email about payment plans and subscriptions, in the order of their life. */
export const AGREEMENT_EMAILS = [
  {
    kind: 'trial-ends',
    name: 'Trial ends soon',
    when: 'some days before a trial ends',
    fits: (a) => a.status === 'in-trial',
    facts: next,
    write: (say, about) => say['trial-ends'](about),
  },
  {
    kind: 'payment',
    name: 'Payment received',
    when: 'when a later payment has been made',
    fits: (a) => sumsOf(a.payments).paid > 0,
    facts: (a) => ({
      amount: sumsOf(a.payments.slice(-1)).paid,
      receipt: a.payments.at(-1)?.receipt ?? null,
      at: a.next?.at ?? null,
    }),
    write: (say, about) => say.payment(about),
  },
  {
    kind: 'refused',
    name: 'Payment failed',
    when: 'when a card is declined, with a button to update it',
    fits: (a) => a.status === 'past-due',
    facts: (a) => ({
      amount: a.owed.reduce((all, due) => all + due.amount, 0),
      at: a.pastDue?.tryAt ?? null,
      reason: a.pastDue?.reason ?? '',
    }),
    write: (say, about, { reason }) => say.refused(about, say.cardReason(reason ?? '')),
  },
  {
    kind: 'on-hold',
    name: 'On hold',
    when: 'when the grace period is over and the payment is still missing',
    fits: (a) => a.pastDue?.held === true,
    facts: () => ({}),
    write: (say, about) => say['on-hold'](about),
  },
  {
    kind: 'paused',
    name: 'Paused',
    when: 'when payments are paused',
    fits: (a) => a.status === 'paused',
    facts: (a) => ({ at: a.pause?.until ?? null }),
    write: (say, about) => say.paused(about),
  },
  {
    kind: 'back',
    name: 'Resumed',
    when: 'when a pause is over',
    fits: active,
    facts: next,
    write: (say, about) => say.back(about),
  },
  {
    kind: 'card-changed',
    name: 'Card changed',
    when: 'when the card is changed',
    fits: (a) => active(a) && a.card !== null,
    facts: (a) => ({ reason: a.card?.last4 ?? null }),
    write: (say, about, { reason }, a) => say['card-changed'](about, reason ?? a.card?.last4 ?? ''),
  },
  {
    kind: 'amount-changes',
    name: 'Amount changes',
    when: '14 days before a new tax rate changes the amount, or when the country changes',
    fits: active,
    facts: next,
    write: (say, about, { reason }) => say['amount-changes'](about, reason === 'moved'),
  },
  {
    kind: 'due-day',
    name: 'Payment date changed',
    when: 'when you move the payment date',
    fits: active,
    facts: next,
    write: (say, about) => say['due-day'](about),
  },
  {
    kind: 'switched',
    name: 'Switched',
    when: 'when a subscription is switched to another',
    fits: (a) => active(a) && a.terms.kind === 'subscription',
    facts: next,
    write: (say, about) => say.switched(about),
  },
  {
    kind: 'cancelled',
    name: 'Cancelled',
    when: 'when a subscription is cancelled',
    fits: (a) => a.status === 'ending' && !a.finishes,
    facts: (a) => ({ at: a.endsAt }),
    write: (say, about, _message, a) => say.cancelled(about, a.status === 'ended'),
  },
  {
    kind: 'leaving',
    // The receipt says it now.
    former: true,
    name: 'Ends unless you keep it',
    when: 'when something is bought, without signing in, that takes the place of a subscription',
    fits: (a) => a.leaving !== undefined,
    facts: (a) => ({ at: a.endsAt, reason: a.title }),
    write: (say, about, { reason }) => say.leaving(about, reason ?? ''),
  },
  {
    kind: 'leaving-soon',
    name: 'Replaced, reminder',
    when: 'three days before a subscription ends that a purchase without sign-in replaced',
    fits: (a) => a.leaving !== undefined,
    facts: (a) => ({ at: a.endsAt }),
    write: (say, about) => say['leaving-soon'](about),
  },
  {
    kind: 'kept',
    name: 'Cancellation undone',
    when: 'when a cancellation is undone',
    fits: (a) => active(a) && a.terms.kind === 'subscription',
    facts: next,
    write: (say, about) => say.kept(about),
  },
  {
    kind: 'paid-off',
    name: 'Paid in full',
    when: 'after the last payment of a plan',
    fits: (a) => a.status === 'paid-off',
    facts: () => ({}),
    write: (say, about, _message, a) =>
      say['paid-off'](about, a.productIds.length > 0 && accessOf(a.terms).kind === 'forever'),
  },
  {
    kind: 'finished',
    name: 'Ended',
    when: 'when a subscription with a set end is over',
    fits: (a) => a.ended?.why === 'finished',
    facts: () => ({}),
    write: (say, about) => say.finished(about),
  },
  {
    kind: 'ended-unpaid',
    name: 'Ended unpaid',
    when: 'when a subscription ends because a payment stayed unpaid',
    fits: (a) => a.ended?.why === 'unpaid',
    facts: () => ({}),
    write: (say, about) => say['ended-unpaid'](about),
  },
  {
    kind: 'stopped',
    name: 'Plan ended',
    when: 'when you end a payment plan',
    fits: (a) => a.ended?.why === 'stopped' || a.ended?.why === 'let-go',
    facts: (a) => ({ reason: a.ended?.why === 'let-go' ? 'access stays' : 'access closed' }),
    write: (say, about, { reason }) => say.stopped(about, reason === 'access stays'),
  },
] as const satisfies readonly AgreementEmailKind[];

/** The kinds of emails that the shop itself sends; a kind that is added is known by its line in the list. */
export type AgreementEmailName = (typeof AGREEMENT_EMAILS)[number]['kind'];

/** @throws Error where a history names an email that there is no kind for */
export function emailKind(name: string, kinds: readonly AgreementEmailKind[] = AGREEMENT_EMAILS): AgreementEmailKind {
  const kind = kinds.find((k) => k.kind === name);
  if (!kind) throw new Error(`There is no email of the kind “${name}”`);
  return kind;
}

/** The facts of an email as one in force would have them today. */
export const emailKindOn = (kind: AgreementEmailKind, a: Agreement, charged: Charged): AgreementMail => ({
  mail: kind.kind,
  agreementId: a.id,
  personId: a.personId,
  amount: null,
  at: null,
  receipt: null,
  reason: null,
  ...kind.facts(a, charged),
});
