import { formatAmount } from '#core/money';
import { wordsFor } from '#core/words';
import { paymentOf } from './schedule';
import { oftenInWords } from './statement';
import type { Terms } from './terms';

/**
 * A price in a few words, for a row or a button: "€27.00", "3 × €64.00 monthly", "€12.00 monthly, first 14 days free".
 * The statement says the rest.
 */
export function shortTerms(terms: Terms, currency: string, locale: string): string {
  const short = shortWithoutTrial(terms, currency, locale);
  const trial = terms.kind === 'plan' || terms.kind === 'subscription' ? terms.trial : undefined;
  if (!trial) return short;
  const fee = trial.fee > 0 ? formatAmount(trial.fee, currency, locale) : null;
  return `${short}, ${wordsFor(locale).pages.trialFirst(trial.days, fee)}`;
}

/** The same for where no trial begins, or where it is said beside: a switch, or an amount above its statement. */
export function shortWithoutTrial(terms: Terms, currency: string, locale: string): string {
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  switch (terms.kind) {
    case 'free':
      return wordsFor(locale).pages.free;
    case 'once':
      return money(terms.amount);
    case 'open':
      return wordsFor(locale).pages.asYouLike(money(terms.suggested));
    case 'plan':
      return `${terms.payments} × ${money(paymentOf(terms, terms.first === undefined ? 1 : 2).full)} ${oftenInWords(terms.every, locale)}`;
    case 'subscription':
      return `${money(terms.amount)} ${oftenInWords(terms.every, locale)}`;
  }
}
