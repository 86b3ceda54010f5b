import { couponProblem, reachedBy } from '#core/catalogue';
import { offersSoldOn, pagesOf } from '#core/paths';
import type { DraftContent, Release } from './release';

export interface Going {
  /** What publishing would make live. */
  content: DraftContent;
  /** What stays a draft: begun, but no buyer could reach it yet. */
  keptBack: { kind: 'product' | 'offer' | 'coupon'; id: string; title: string }[];
}

/**
 * Leaves out what has only been begun, so that it does not stand in the way of publishing something else: offers
 * that no path sells, and products that no offer opens and no path gives along, unless they were live before (then owners need them).
 */
export function keepBack(draft: DraftContent, live: Release | null): Going {
  const liveOffers = new Set(live?.content.offers.map((o) => o.id));
  const liveProducts = new Set(live?.content.products.map((p) => p.id));
  const onPath = new Set(draft.paths.flatMap((p) => [...offersSoldOn(p)]));
  const offers = draft.offers.filter((o) => onPath.has(o.id) || liveOffers.has(o.id));
  const shown = new Set(draft.paths.flatMap((p) => pagesOf(p)));
  const given = draft.paths.flatMap((p) => (p.bonuses ?? []).map((b) => b.productId));
  // A bundle or a membership goes with what is in it.
  const named = [...offers.flatMap((o) => o.productIds), ...given];
  const opened = new Set(reachedBy(draft.products, named));
  const products = draft.products.filter((p) => opened.has(p.id) || liveProducts.has(p.id));
  // A coupon that is only begun waits, so that it stands in nobody's way.
  const liveCoupons = new Set(live?.content.coupons.map((c) => c.id));
  const coupons = draft.coupons.filter((c) => couponProblem(c) === null || liveCoupons.has(c.id));
  const left = <T extends { id: string; title: string }>(
    kind: 'product' | 'offer',
    all: readonly T[],
    going: readonly T[],
  ): Going['keptBack'] =>
    all.filter((thing) => !going.includes(thing)).map((thing) => ({ kind, id: thing.id, title: thing.title }));
  return {
    // A page that no path shows any more, because its step was taken out, can be met by nobody.
    content: { ...draft, offers, products, coupons, pages: draft.pages.filter((p) => shown.has(p.id)) },
    keptBack: [
      ...left('product', draft.products, products),
      ...left('offer', draft.offers, offers),
      ...draft.coupons
        .filter((c) => !coupons.includes(c))
        .map((c) => ({ kind: 'coupon' as const, id: c.id, title: c.code || 'a coupon' })),
    ],
  };
}
