import type { Agreement } from '#core/agreements';
import { sumsOf } from '#core/payments';
import type { Instant } from '#core/calendar';
import type { Letter, Words } from '#core/words';
import type { AgreementMail } from './agreementMail';

export type Charged = (due: { n: number; at: Instant }) => number;
type Facts = Partial<Pick<AgreementMail, 'amount' | 'at' | 'receipt' | 'reason'>>;

/** What every letter about payments over time can say, ready to be read. */
export interface AboutAgreement {
  title: string;
  /** Empty where the letter names no amount. */
  amount: string;
  day: string;
  /** The statement of what is still to be paid. */
  rest: string;
  /** The link that signs in, after what it is for. */
  way: (doing: string) => string;
}

/** One kind of letter about payments over time: when it goes out, how one in force can stand for it, what it says. */
export interface AgreementLetterKind {
  kind: string;
  /** What the seller reads it is called. */
  name: string;
  /** Follows "Goes out". */
  when: string;
  /** Not sent any more: its words stay for those that stand in a shop's history. */
  former?: true;
  /** Whether a payment plan or subscription stands where this letter is written. */
  fits: (a: Agreement) => boolean;
  facts: (a: Agreement, charged: Charged) => Facts;
  write: (say: Words['letters'], about: AboutAgreement, message: AgreementMail, a: Agreement) => Letter;
}

const active = (a: Agreement): boolean => a.status === 'active' && a.next !== null;
const next = (a: Agreement, charged: Charged): Facts => (a.next ? { amount: charged(a.next), at: a.next.at } : {});

/** Every letter about payment plans and subscriptions, in the order of their life. */
export const AGREEMENT_LETTERS = [
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
    when: 'when a later payment has come',
    fits: (a) => sumsOf(a.payments).paid > 0,
    facts: (a) => ({
      amount: sumsOf(a.payments.slice(-1)).paid,
      receipt: a.payments.at(-1)?.receipt ?? null,
      at: a.next?.at ?? null,
    }),
    write: (say, about, { receipt }) => say.payment(about, receipt ?? ''),
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
    write: (say, about, { reason }) => say.refused(about, say.cardReason(reason ?? '')),
  },
  {
    kind: 'on-hold',
    name: 'On hold',
    when: 'when the days of grace are over',
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
    name: 'Back from a pause',
    when: 'when a pause is over',
    fits: active,
    facts: next,
    write: (say, about) => say.back(about),
  },
  {
    kind: 'card-changed',
    name: 'Card changed',
    when: 'when another card is given',
    fits: (a) => active(a) && a.card !== null,
    facts: (a) => ({ reason: a.card?.last4 ?? null }),
    write: (say, about, { reason }, a) => say['card-changed'](about, reason ?? a.card?.last4 ?? ''),
  },
  {
    kind: 'amount-changes',
    name: 'Amount changes',
    when: '14 days before a changed tax changes an amount, and when a country is changed',
    fits: active,
    facts: next,
    write: (say, about, { reason }) => say['amount-changes'](about, reason === 'moved'),
  },
  {
    kind: 'due-day',
    name: 'Due day moved',
    when: 'when you move the due day',
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
    name: 'Stopped',
    when: 'when a subscription is stopped',
    fits: (a) => a.status === 'ending' && !a.finishes,
    facts: (a) => ({ at: a.endsAt }),
    write: (say, about, _message, a) => say.cancelled(about, a.terms.kind === 'plan'),
  },
  {
    kind: 'leaving',
    // The receipt says it now.
    former: true,
    name: 'Ends unless kept',
    when: 'when something is bought, without signing in, that takes the place of a subscription',
    fits: (a) => a.leaving !== undefined,
    facts: (a) => ({ at: a.endsAt, reason: a.title }),
    write: (say, about, { reason }) => say.leaving(about, reason ?? ''),
  },
  {
    kind: 'leaving-soon',
    name: 'Ends soon unless kept',
    when: 'three days before that, if it was neither confirmed nor kept',
    fits: (a) => a.leaving !== undefined,
    facts: (a) => ({ at: a.endsAt }),
    write: (say, about) => say['leaving-soon'](about),
  },
  {
    kind: 'kept',
    name: 'Goes on after all',
    when: 'when a stop is taken back',
    fits: (a) => active(a) && a.terms.kind === 'subscription',
    facts: next,
    write: (say, about) => say.kept(about),
  },
  {
    kind: 'paid-off',
    name: 'Plan paid off',
    when: 'with the last payment of a plan',
    fits: (a) => a.status === 'paid-off',
    facts: () => ({}),
    write: (say, about, _message, a) => say['paid-off'](about, a.productIds.length > 0),
  },
  {
    kind: 'finished',
    name: 'Come to its end',
    when: 'when a subscription with a last payment is over',
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
] as const satisfies readonly AgreementLetterKind[];

/** The kinds of letters that the shop itself sends; a kind that is added is known by its line in the list. */
export type AgreementLetterName = (typeof AGREEMENT_LETTERS)[number]['kind'];

/** @throws Error where a history names a letter that there is no kind for */
export function letterKind(
  name: string,
  kinds: readonly AgreementLetterKind[] = AGREEMENT_LETTERS,
): AgreementLetterKind {
  const kind = kinds.find((k) => k.kind === name);
  if (!kind) throw new Error(`There is no letter of the kind “${name}”`);
  return kind;
}

/** The facts of a letter as one in force would have them today. */
export const letterOn = (kind: AgreementLetterKind, a: Agreement, charged: Charged): AgreementMail => ({
  mail: kind.kind,
  agreementId: a.id,
  personId: a.personId,
  amount: null,
  at: null,
  receipt: null,
  reason: null,
  ...kind.facts(a, charged),
});
