import {
  type Agreement,
  type CardCharge,
  daysLeftInPause,
  dueAfterReturn,
  goesOnAs,
  isDisputed,
  isRunning,
  lastPaid,
  nextCardDue,
} from '#core/agreements';
import { formatDay, type Instant } from '#core/calendar';
import { creditOf } from '#core/payments';
import { formatAmount, sum } from '#core/money';
import { paymentsOf, plainText, statementOfRest } from '#core/terms';
import { wordsFor } from '#core/words';

/** How many full payments were made, and of how many. */
export function paymentsMade(a: Pick<Agreement, 'lastDue' | 'terms' | 'from'>): { made: number; of: number | null } {
  return { made: lastPaid(a), of: paymentsOf(a.terms) };
}

/** Where an agreement stands, in one or two sentences that hold for the buyer and for whoever answers them. */
export function agreementState(a: Agreement, { locale, charged }: { locale: string; charged: CardCharge }): string {
  const say = wordsFor(locale).agreements;
  const day = (at: Instant | null | undefined): string => (at ? formatDay(at, a.zone, locale) : '');
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const { made, of } = paymentsMade(a);
  const steps = a.stepsTo && a.next ? [say.stepsDown(a.stepsTo.title, day(a.next.at))] : [];
  if (isDisputed(a) && isRunning(a)) return say.disputed();
  // Where credit pays first, the next payment is the first that the card makes.
  const due = nextCardDue(a, charged);
  const next = due ? say.next(money(charged(due)), day(due.at)) : '';
  switch (a.status) {
    case 'in-trial':
      return say.inTrial(day(a.trialUntil), next);
    case 'active':
      return [of === null ? say.active(next) : say.activePlan(made, of, next), ...steps].join(' ');
    case 'past-due':
      return say.behind(
        money(sum(a.owed.map((d) => d.amount))),
        day(a.owed[0]?.at),
        a.pastDue?.tryAt ? day(a.pastDue.tryAt) : null,
        a.pastDue?.held ?? false,
        day(a.pastDue?.graceUntil),
      );
    case 'paused':
      return [say.paused(a.pause?.until ? day(a.pause.until) : null), ...steps].join(' ');
    case 'ending':
      if (a.leaving) return say.leaving(day(a.endsAt));
      return a.finishes ? say.finishing(day(a.endsAt)) : say.stopped(day(a.endsAt));
    case 'ended':
      return say.ended(day(a.ended?.at), a.ended?.why ?? 'cancelled');
    case 'paid-off':
      return say.paidOff();
  }
}

/** The statement from now on; empty when nothing more comes. */
export function restInWords(now: Agreement, { locale, charged }: { locale: string; charged: CardCharge }): string {
  const a = goesOnAs(now);
  if (!isRunning(a) || a.next === null || isDisputed(a)) return '';
  // In a pause the days that were left are counted from the day of return; without such a day nobody knows yet.
  if (a.pause && a.pause.until === null) return '';
  const anchor = a.pause?.until
    ? { n: a.next.n, ...dueAfterReturn(a.pause.until, daysLeftInPause(a), a.anchor, a.zone) }
    : a.anchor;
  return plainText(
    statementOfRest(a.terms, anchor, a.next.n, {
      currency: a.currency,
      zone: a.zone,
      locale,
      charged,
      cheaperUntil: a.coupon?.payments ?? 0,
      credit: creditOf(a.credits) > 0,
    }),
  );
}
