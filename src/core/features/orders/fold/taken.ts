import type { Agreement } from '#core/agreements';
import type { Quote, QuoteLine } from '#core/checkout';
import { beginsCheaper, quantityOf, replacedIn } from '#core/facts';
import { fact, type ShopEvent } from '#core/journal';
import type { ChargeKey, ClassDateId, CouponId, PersonId, PriceId } from '#core/ids';
import { onceKey, pairOf } from '../../../engine/ids';
import type { ShopState } from '../../../engine/state';
import { unansweredDue } from '../../agreements/fold/unansweredDue';

/** Whether a charge without an answer has taken what can be had only once. */
export const isTaken = (state: ShopState, what: Parameters<typeof onceKey>[0], of: string): boolean =>
  (state.taken.get(onceKey(what, of)) ?? 0) > 0;

/** Whether the unused days of an agreement are to pay for something that is not answered yet: what replaces it, or a switch. */
export const areDaysTaken = (state: ShopState, a: Agreement): boolean =>
  isTaken(state, 'replaces', a.id) || unansweredDue(state, a.unanswered)?.to !== undefined;

/** What a charge is to replace is taken until it is answered: nothing of that is asked for meanwhile. */
export const reservedBy = (quote: Pick<Quote, 'lines'>, chargeKey: ChargeKey): ShopEvent[] =>
  replacedIn(quote).map(({ agreementId }) => fact('agreement.reserved', { agreementId, chargeKey }));

/** Places, coupon uses and price steps, of a price in all and of this buyer. */
export function take(
  state: ShopState,
  quote: {
    lines: readonly {
      priceId: PriceId;
      quantity?: number | undefined;
      coupon?: { couponId: CouponId } | undefined;
    }[];
  },
  personId: PersonId,
  by: 1 | -1,
): void {
  const count = (key: string, many: number): void => void state.taken.set(key, (state.taken.get(key) ?? 0) + by * many);
  for (const line of quote.lines) {
    count(line.priceId, quantityOf(line));
    count(pairOf(personId, line.priceId), quantityOf(line));
  }
  // One coupon an order: used once, however many lines it acts on.
  for (const couponId of new Set(quote.lines.flatMap(({ coupon }) => coupon?.couponId ?? []))) {
    count(`coupon/${couponId}`, 1);
    count(`${personId}/coupon/${couponId}`, 1);
  }
}

/** The place and price step that a switch takes: while its charge is not answered, and once it has begun. */
export const takeSwitch = (
  state: ShopState,
  to: { priceId: PriceId; personId: PersonId } | undefined,
  by: 1 | -1,
): void => {
  if (to) take(state, { lines: [to] }, to.personId, by);
};

/** What of a line one person has only once: the trial or cheaper beginning of its offer, the one subscription to it. */
export const onceOf = ({ terms }: Pick<QuoteLine, 'terms'>): ('begins' | 'runs')[] => [
  ...(beginsCheaper(terms) ? ['begins' as const] : []),
  ...(terms.kind === 'subscription' ? ['runs' as const] : []),
];

/** How many seats at a date somebody has, or is paying for. */
export const seatsTakenAt = (state: Pick<ShopState, 'taken' | 'seatsTaken'>, dateId: ClassDateId): number =>
  (state.seatsTaken.get(dateId) ?? 0) + (state.taken.get(onceKey('seat', dateId)) ?? 0);

/**
 * What is held only while a charge is not answered: seats, which are somebody's after it; and what one person or
 * agreement has only once, while a charge that asks for it is not answered: the trial or cheaper
 * beginning of an offer, the one subscription to it, the unused days of what is replaced.
 */
export function takeWhileAsked(state: ShopState, quote: Quote, personId: PersonId, by: 1 | -1): void {
  const keys: [key: string, many: number][] = quote.lines.flatMap((line) => [
    ...onceOf(line).map((what): [string, number] => [onceKey(what, pairOf(personId, line.offerId)), 1]),
    ...(line.seats ?? []).map(({ dateId }): [string, number] => [onceKey('seat', dateId), quantityOf(line)]),
  ]);
  for (const { agreementId } of replacedIn(quote)) keys.push([onceKey('replaces', agreementId), 1]);
  for (const [key, many] of keys) {
    const count = (state.taken.get(key) ?? 0) + by * many;
    if (count === 0) state.taken.delete(key);
    else state.taken.set(key, count);
  }
}
