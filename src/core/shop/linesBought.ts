import { cardPaysOf, type Quote } from '#core/checkout';
import type { OrderLine } from './state';

/** The lines of an order as they begin: what was asked for, and what the card paid of each. */
export function linesBought(quote: Pick<Quote, 'lines' | 'replaces'>): OrderLine[] {
  const paid = cardPaysOf(quote);
  return quote.lines.map((line, i) => ({ ...line, paid: paid[i] ?? 0, givenBack: 0, taxBack: 0, lost: 0 }));
}
