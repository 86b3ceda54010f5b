import type { Instant } from '#core/calendar';
import { sum } from '#core/money';
import type { Pass } from '#core/passes';
import type { Order, Refund } from '#core/shop';
import { accessEnds, accessOf, scheduleOf, type Terms } from '#core/terms';
import type { KeelStory } from './story';

interface Place {
  currency: string;
  zone: string;
  locale: string;
}

/** What terms would lead to for somebody who buys at `start`. */
export function storyOfTerms(terms: Terms, products: readonly string[], start: Instant, place: Place, word: 'today' | 'bought' = 'bought'): KeelStory {
  const dues = [...scheduleOf(terms, start)];
  return {
    ...place,
    money: dues.length === 0 ? [{ at: start, amount: 0, state: 'to come' }] : dues.map((due) => ({ at: due.at, amount: due.amount, state: 'to come' })),
    access: products.map((title) => ({ from: start, until: accessEnds(accessOf(terms), start, place.zone), holds: [], title })),
    now: { at: start, word },
  };
}

/** What became of one order: paid, given back, disputed; and the doors it opened and closed. */
export function storyOfOrder(order: Pick<Order, 'at' | 'lines' | 'dispute' | 'currency' | 'zone'>, refunds: readonly Pick<Refund, 'at' | 'amount' | 'status'>[], passes: readonly { pass: Pass; title: string }[], now: Instant, locale: string): KeelStory {
  const paid = sum(order.lines.map((l) => l.paid));
  return {
    currency: order.currency,
    zone: order.zone,
    locale,
    money: [
      { at: order.at, amount: paid, state: order.dispute === 'open' ? 'disputed' : 'paid' },
      ...refunds.filter((r) => r.status === 'paid').map((r) => ({ at: r.at, amount: r.amount, state: 'refunded' as const })),
    ],
    access: passes.map(({ pass, title }) => ({ from: pass.from, until: pass.closed?.at ?? pass.until, holds: pass.hold ? [{ from: pass.hold.since, until: null }] : [], title })),
    now: { at: now, word: 'today' },
  };
}
