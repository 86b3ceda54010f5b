/**
 * Why something was refused: a code, and the facts that a sentence about it needs. What it says in which language
 * stands in `core/words`; nothing here is read by people. Amounts are whole minor units, moments are instants.
 */
export interface RefusalFacts {
  'not-on-sale': { why: 'off' | 'not-yet' | 'over' | 'access-over' };
  'no-such-price': None;
  'sold-out': None;
  'buyer-limit': { each: number };
  /** More of one price than an order may take, or than are left. */
  'too-many': { most: number };
  /** An amount of the buyer's own outside of its bounds. */
  'amount-named': { least: number; most: number | null; currency: string };
  coupon: {
    why:
      'unknown' | 'not-for-this' | 'other-currency' | 'not-yet' | 'over' | 'used-up' | 'used-by-you' | 'nothing-to-pay';
    code: string;
    /** The currency the code is for, where it is for another. */
    currency: string;
  };
  'vat-number': { why: 'form' | 'other-country' | 'no-country'; at: 'checkout' | 'change' };
  'quote-changed': None;
  'card-needed': { later: boolean };
  /** Something is due later, and the way it would be paid by cannot be asked again. */
  'way-not-kept': None;
  /** A gift of something that is paid in instalments or by subscription. */
  'gift-not-once': None;
  'already-paid': None;
  'already-runs': None;
  /** `at` says who waits: the checkout that was pressed again, or an act on something that is being charged. */
  'still-asking': { at: 'checkout' | 'change' };
  'no-such-agreement': None;
  'not-now': {
    why:
      | 'plan-stays'
      | 'ended'
      | 'only-running-plan'
      | 'not-paused'
      | 'pause-in-past'
      | 'return-in-past'
      | 'due-day-while-behind'
      | 'pause-no-more'
      | 'pause-behind'
      | 'pause-ending'
      | 'pause-trial'
      | 'pause-already'
      | 'pause-disputed'
      | 'switch-only-subscriptions'
      | 'switch-state'
      | 'switch-to-nothing'
      | 'switch-currency'
      | 'switch-off-sale'
      | 'switch-runs-already';
    currency: string;
    status: string;
  };
  'no-such-order': None;
  'no-such-pass': None;
  'no-such-person': None;
  /** Two that are to be made one are one already. */
  'same-person': None;
  'pass-not-open': None;
  'no-such-product': None;
  /** A last moment that lies behind. */
  'until-past': None;
  'pass-closed': None;
  /** A plan or subscription that runs opens and closes it. */
  'pass-by-money': None;
  'no-such-file': None;
  'no-such-lesson': None;
  /** A part of a product whose time has not come for this person. */
  'part-not-open': None;
  /** A lesson that is done by passing its quiz. */
  'quiz-first': None;
  /** A moment that cannot be booked, or not any more. */
  'slot-taken': None;
  'no-sessions-left': None;
  /** The pass by which they are booked is not open now. */
  'sessions-on-hold': None;
  'session-after-access': None;
  'no-such-session': None;
  /** Held, missed or called off already. */
  'session-over': None;
  'session-begun': None;
  'session-not-begun': None;
  /** The date of a class that was picked has no seat left, has begun, or does not take place. */
  'seat-gone': None;
  'no-such-date': None;
  /** A date that somebody has a seat at is moved by an act, not by publishing. */
  'date-set': { title: string };
  /** One seat of it is theirs already, and there is one for each. */
  'seat-had': None;
  /** Its money went back, and nothing else opens the class. */
  'seat-money-back': None;
  /** A new time for a date that has begun, lies behind, or is the one it has. */
  'date-past': None;
  'date-over': None;
  /** Money back that was not offered, not any more, or that has been taken. */
  'no-offer': None;
  /** Too near to go to another date. */
  'seat-late': { noticeHours: number };
  /** Nearer than the notice. */
  'session-late': { noticeHours: number };
  'no-such-task': None;
  /** A dispute or a pause keeps it waiting, or what it was for is closed. */
  'task-not-now': { why: 'on-hold' | 'fallen-away' };
  /** Something is sent by post, and it is not known where to. */
  'address-needed': None;
  /** Something is sent by post, and not to this country. */
  'not-sent-there': { country: string };
  'used-up': { limit: number };
  'too-much': { most: number; currency: string };
  /** Of a line taken several times, so many are left to give back. */
  'too-many-units': { most: number };
  'nothing-to-refund': { why: 'no-amount' | 'twice' | 'nothing' | 'nothing-paid' };
  'refund-running': { of: 'order' | 'agreement' };
  disputed: { at: 'stop' | 'refund' };
  'no-such-payment': { what: 'charge' | 'disputed-payment' | 'dispute' };
  'another-live': None;
  /** What stops publishing, each in the sentence of its finding. */
  'cannot-launch': { stops: string[] };
  'would-strand': None;
  'currency-locked': { title: string; soldIn: string; currency: string };
  storage: None;
  /** The shop does nothing until its owner has answered. */
  'stands-still': None;
  'nothing-to-do': {
    why:
      | 'done'
      | 'nothing-new'
      | 'recorded'
      | 'ended-already'
      | 'ends-by-itself'
      | 'nothing-owed'
      | 'no-card-needed'
      | 'no-rest'
      | 'country-changes-nothing'
      | 'such-a-day-already'
      | 'this-price-already'
      | 'answered'
      | 'closed-already';
  };
}

type None = Record<never, never>;

export type RefusalCode = keyof RefusalFacts;
export type RefusalOf<C extends RefusalCode> = { [K in C]: { refused: K; facts: RefusalFacts[K] } }[C];
export type Refusal = RefusalOf<RefusalCode>;

/** A refusal; facts are left out where its code says everything. */
export function refuse<C extends RefusalCode>(
  refused: C,
  ...[facts]: None extends RefusalFacts[C] ? [] : [facts: RefusalFacts[C]]
): RefusalOf<C> {
  return { refused, facts: facts ?? {} } as RefusalOf<C>;
}
