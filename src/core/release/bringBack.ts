import type { ReleaseContent } from './release';

/**
 * An earlier release as it can be live again: its pages, paths, offers and prices, with the live products, files,
 * and shop details. Products that came since stay, because people may own them; offers of things that are gone do not come back.
 */
export function broughtBack(earlier: ReleaseContent, live: ReleaseContent): ReleaseContent {
  const known = new Set(live.products.map((p) => p.id));
  // A product that is no longer live comes back with the offer that opens it.
  const products = [...live.products, ...earlier.products.filter((p) => !known.has(p.id))];
  const now = new Map(live.offers.map((o) => [o.id, o]));
  const offers = earlier.offers.map((offer) => ({ ...offer, currency: now.get(offer.id)?.currency ?? offer.currency }));
  // An offer that came later is off sale but not lost: its orders and whoever is at checkout still name it.
  // Addresses that paths have now keep leading to them.
  const taken = new Set(earlier.paths.map((p) => p.address));
  const paths = earlier.paths.map((path) => {
    const present = live.paths.find((p) => p.id === path.id)?.address;
    return present === undefined || taken.has(present) || path.formerAddresses.includes(present)
      ? path
      : { ...path, formerAddresses: [...path.formerAddresses, present] };
  });
  const back = new Set(offers.map((o) => o.id));
  const later = live.offers.filter((o) => !back.has(o.id)).map((o) => ({ ...o, onSale: false }));
  return { ...earlier, shop: live.shop, coupons: earlier.coupons, products, paths, offers: [...offers, ...later] };
}
