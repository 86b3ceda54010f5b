import { formatAmount } from '#core/money';
import type { Refusal } from '#core/refusal';
import { wordsFor } from './languages';

/** A refusal in a sentence that its reader can act on. */
export function refusalInWords(refusal: Refusal, locale = 'en'): string {
  const words = wordsFor(locale).refusals;
  const speak = words[refusal.refused] as (facts: Refusal['facts'], say: { money: typeof money }) => string;
  const money = (minor: number, currency: string): string => formatAmount(minor, currency, locale);
  return speak(refusal.facts, { money });
}
