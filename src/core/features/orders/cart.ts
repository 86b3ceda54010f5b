import { openedBy } from '#core/catalogue';
import type { Extra, Till } from '#core/paths';
import type { LineChoice, QuoteChoice } from '#core/checkout';
import { parseAmount } from '#core/money';
import { isOpen } from '#core/passes';
import type { Release } from '#core/release';
import type { PersonId, PriceId, ProductId } from '#core/ids';
import type { Instant } from '#core/calendar';
import { passesFor } from '../access/passesFor';
import { isSubscribed } from '../agreements/subscribed';
import type { ShopState } from '../../engine/state';

/** What somebody chose beside a price, as their browser sent it. */
export interface ChosenBeside {
  coupon?: string | undefined;
  country?: string | undefined;
  vatNumber?: string | undefined;
  /** Extras that are ticked, by their ids. */
  extras?: readonly string[] | undefined;
  quantity?: number | undefined;
  named?: string | undefined;
  /** Where what is sent by post goes: under what their record keeps the address. */
  sendTo?: { country: string; addressKey: string } | undefined;
  /** Dates that were picked, of whatever it opens. */
  dates?: readonly string[] | undefined;
}

/**
 * What is bought with one price at a checkout: the price as often as it was taken, or for what was named, and what was
 * ticked. Whoever looks and whoever pays read the browser's choices here, so that both mean the same.
 */
export function cartFor(release: Release, till: Till, priceId: PriceId, beside: ChosenBeside): QuoteChoice {
  const offer = release.content.offers.find((o) => o.id === till.offerId);
  const price = offer?.prices.find((p) => p.id === priceId);
  const { extras = [], quantity = 1, named = '', dates, sendTo } = beside;
  const amount = named.trim() === '' ? null : parseAmount(named, offer?.currency ?? '');
  const most = price?.terms.kind === 'once' ? (price.limit.perOrder ?? 1) : 1;
  return {
    offerId: till.offerId,
    priceId,
    ...(most > 1 ? { quantity: Math.min(quantity, most) } : {}),
    // What cannot be read is no amount within any bounds.
    ...(price?.terms.kind === 'open' && amount ? { named: amount.ok ? amount.minor : -1 } : {}),
    ...(dates && dates.length > 0 ? { dates } : {}),
    ...(sendTo ? { sendTo } : {}),
    extras: till.extras
      .filter(({ id, priceId: own }) => extras.includes(id) && own !== priceId)
      .map(({ offerId, priceId: own }): LineChoice => ({ offerId, priceId: own, dates, sendTo })),
    given: till.bonuses.map(({ productId }) => productId),
    coupon: beside.coupon,
    country: beside.country,
    vatNumber: beside.vatNumber,
  };
}

/** Whether somebody who is signed in has everything an offer opens already, or is subscribed to it. */
export function hasAlready(
  { state, now }: { state: ShopState; now: Instant },
  release: Release,
  { offerId }: Pick<Extra, 'offerId'>,
  personId: PersonId,
): boolean {
  const offer = release.content.offers.find((o) => o.id === offerId);
  const products = openedBy(release.content.products, offer?.productIds ?? []);
  return (
    isSubscribed(state, personId, offerId) ||
    (products.length > 0 && products.every((id) => hasOpen({ state, now }, personId, id)))
  );
}

/** Whether somebody has a pass to a thing that is open now, however they came by it. */
export const hasOpen = (
  { state, now }: { state: ShopState; now: Instant },
  personId: PersonId,
  productId: ProductId,
): boolean => passesFor(state, personId, productId).some((pass) => isOpen(pass, now));
