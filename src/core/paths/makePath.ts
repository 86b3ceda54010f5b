import type { Product } from '#core/catalogue';
import { fillCheckoutPage, fillSalesPage, fillThanksPage, type Page } from '#core/pages';
import { addressFrom } from './address';
import type { Path } from './path';

/**
 * The beginning "page, checkout, thanks" for one offer, ready-filled from what is known of it.
 * @param locale the shop's own: its pages begin in its language
 * @param taken addresses that are in use; a number is added where needed
 */
export function makePath(
  offer: { id: string; title: string },
  products: readonly Product[],
  taken: ReadonlySet<string>,
  next: (prefix: string) => string,
  locale = 'en',
): { path: Path; pages: Page[] } {
  const known = { title: offer.title, products, locale };
  const pages = [fillSalesPage(known, next), fillCheckoutPage(known, next), fillThanksPage(known, next)];
  const base = addressFrom(offer.title) || 'offer';
  let address = base;
  for (let n = 2; taken.has(address); n += 1) address = `${base}-${n}`;
  const kinds = ['page', 'checkout', 'thanks'] as const;
  const steps = pages.map((page, i) => ({ id: next('step'), kind: kinds[i] ?? 'page', pageId: page.id }));
  return {
    path: { id: next('path'), title: offer.title, address, formerAddresses: [], offerId: offer.id, steps },
    pages,
  };
}
