import { type Agreement, dueAfterReturn, isRunning, lastPaid } from '#core/agreements';
import { formatDay, type Instant } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import { paymentsOf, plainText, statementOfRest } from '#core/terms';

type Charged = (due: { n: number; at: Instant }) => number;

/** How many full payments were made, and of how many. */
export function paymentsMade(a: Pick<Agreement, 'payments' | 'terms' | 'from'>): { made: number; of: number | null } {
  return { made: lastPaid(a), of: paymentsOf(a.terms) };
}

/** Where an agreement stands, in one or two sentences that hold for the buyer and for whoever answers them. */
export function agreementState(a: Agreement, { locale, charged }: { locale: string; charged: Charged }): string {
  const day = (at: Instant | null | undefined): string => (at ? formatDay(at, a.zone, locale) : '');
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const { made, of } = paymentsMade(a);
  if (a.dispute !== null && isRunning(a))
    return 'The bank disputes a payment. Until that is decided nothing is due, and access is on hold.';
  const next = a.next ? `${money(charged(a.next))} on ${day(a.next.at)}` : '';
  switch (a.status) {
    case 'in-trial':
      return `In trial until ${day(a.trialUntil)}. Then ${next}.`;
    case 'active':
      return of === null
        ? `The next payment is ${next}.`
        : `${made} of ${of} payments made, ${of - made} left. The next is ${next}.`;
    case 'past-due': {
      const owed = money(sum(a.owed.map((d) => d.amount)));
      const after = a.pastDue?.tryAt ? ` It is tried again on ${day(a.pastDue.tryAt)}.` : '';
      return `${owed} is behind since ${day(a.pastDue?.since)}.${after}${a.pastDue?.held ? ' Access is on hold until it is paid.' : ` Access stays open until ${day(a.pastDue?.graceUntil)}.`}`;
    }
    case 'paused':
      return a.pause?.until ? `Paused until ${day(a.pause.until)}.` : 'Paused, until somebody takes it up again.';
    case 'ending':
      return a.finishes
        ? `The last payment was made. It ends on ${day(a.endsAt)}.`
        : `Stopped. Access stays open until ${day(a.endsAt)}, and nothing more is paid.`;
    case 'ended':
      return `Ended on ${day(a.ended?.at)}: ${ENDED[a.ended?.why ?? 'cancelled']}.`;
    case 'paid-off':
      return 'Paid off. Nothing more is due.';
  }
}

const ENDED: Record<NonNullable<Agreement['ended']>['why'], string> = {
  cancelled: 'it was stopped',
  unpaid: 'a payment stayed unpaid',
  finished: 'its last period was over',
  switched: 'it was switched to something else',
  replaced: 'something else took its place',
  refunded: 'the money was given back',
  'dispute-lost': 'the bank took the money back',
  'let-go': 'the rest was let go, and access stays',
  stopped: 'the payment plan was ended',
};

/** The statement from now on; empty when nothing more comes. */
export function restInWords(a: Agreement, { locale, charged }: { locale: string; charged: Charged }): string {
  if (!isRunning(a) || a.next === null || a.dispute !== null) return '';
  // In a pause the days that were left are counted from the day of return; without such a day nobody knows yet.
  if (a.pause && a.pause.until === null) return '';
  const anchor = a.pause?.until
    ? { n: a.next.n, at: dueAfterReturn(a.pause.until, a.pause.leftDays, a.anchor.at, a.zone) }
    : a.anchor;
  return plainText(
    statementOfRest(a.terms, anchor, a.next.n, {
      currency: a.currency,
      zone: a.zone,
      locale,
      charged,
      cheaperUntil: a.coupon?.payments ?? 0,
    }),
  );
}
