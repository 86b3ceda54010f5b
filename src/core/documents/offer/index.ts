import * as z from 'zod';
import { dateIn } from '#core/calendar';
import {
  type DraftOffer,
  type DraftPrice,
  draftTermsProblem,
  newPrice,
  newTerms,
  openedBy,
  Offer,
  isSentByPost,
  respelledTerms,
  sealOffer,
  unsealOffer,
  withShares,
} from '#core/catalogue';
import { same } from '../alike';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';
import { priceChanges, priceParts } from './priceDetails';

declare module '../content' {
  interface Documents {
    offer: DraftOffer;
  }
  interface DraftContent {
    offers: DraftOffer[];
  }
  interface ReleaseContent {
    offers: Offer[];
  }
}

/** What is sold, at which prices. */
export const offerKind = documentKind<'offer', Offer>({
  kind: 'offer',
  list: 'offers',
  name: 'Offer',
  stage: 'Price',
  schema: z.array(Offer).max(2_000),
  upgrade(doc) {
    const offer = doc as DraftOffer;
    return {
      ...offer,
      prices: offer.prices.map((price: DraftPrice) => ({
        ...newPrice(price.id),
        ...price,
        terms: respelledTerms(newTerms(price.terms)),
      })),
    };
  },
  seal: sealOffer,
  unseal: (offer) => unsealOffer(offer),
  title: ({ title }) => title,
  route: (id) => `/price/${id}`,
  fields: {
    title: 'title',
    prices: ['prices', 'a price'],
    productIds: ['what it opens', 'what it opens'],
    onSale: ['on sale', 'on sale'],
    putAway: ['archived', 'archived'],
    upgrades: ['whether it is an upgrade', 'whether it is an upgrade'],
    currency: 'currency',
  },
  details(before, after, locale) {
    const details = after.prices.flatMap((price) => {
      const old = before.prices.find((p) => p.id === price.id);
      const name = price.name || 'price';
      const now = priceParts(after, price, locale);
      return old ? priceChanges(priceParts(before, old, locale), now, name) : [`${name}: new, ${now['paid'] ?? ''}`];
    });
    for (const price of before.prices)
      if (!after.prices.some((p) => p.id === price.id)) details.push(`${price.name || 'price'}: removed`);
    if (before.onSale !== after.onSale) details.push(after.onSale ? 'on sale again' : 'not on sale any more');
    if ((before.putAway ?? false) !== (after.putAway ?? false)) details.push(after.putAway ? 'archived' : 'restored');
    if (before.upgrades !== after.upgrades)
      details.push(after.upgrades === false ? 'no longer an upgrade' : 'an upgrade of what opens less');
    if (before.currency !== after.currency) details.push(`currency: ${before.currency} → ${after.currency}`);
    if (!same(before.productIds, after.productIds)) details.push('what it opens');
    if (before.title !== after.title) details.push(`title: ${before.title} → ${after.title}`);
    return details.length > 0 ? details : ['prices'];
  },
  findings({ offers, products, shop }, { now }) {
    const today = dateIn(now, shop.zone);
    const known = new Set(products.map((p) => p.id));
    return offers.flatMap((typed) => {
      const offer = withShares(typed);
      const about: Subject = { kind: 'offer', id: offer.id };
      const found: Finding[] = [];
      const stops = (code: string, text: string): void => void found.push({ level: 'stops', code, text, about });
      if (offer.title.trim() === '') stops('no-title', 'An offer has no title.');
      if (offer.productIds.length === 0)
        stops('opens-nothing', `${quoted(offer.title)} opens nothing. Choose what the buyer gets.`);
      for (const id of offer.productIds)
        if (!known.has(id)) stops('product-missing', `${quoted(offer.title)} opens something that is no longer here.`);
      if (offer.prices.length === 0) stops('no-price', `${quoted(offer.title)} has no price yet.`);
      for (const price of offer.prices) {
        const problem = draftTermsProblem(price, offer.currency);
        const named = `${quoted(offer.title)}${price.name ? `, ${price.name}` : ''}`;
        if (problem) stops('price-wrong', `${named}: ${problem}`);
        else found.push(...dayFindings(price, named, today, about));
        const parts = openedBy(products, offer.productIds);
        const gone = (price.owned ?? []).some(({ productId, amount }) => amount !== '' && !parts.includes(productId));
        if (price.sending === null && products.some((p) => parts.includes(p.id) && isSentByPost(p)))
          stops(
            'sending-not-priced',
            `${named} is sent by post, but what sending costs is missing. Enter it at that price, or 0.00 if it is free.`,
          );
        if (gone)
          found.push({
            level: 'look',
            code: 'owned-not-in-it',
            text: `${named} takes something off for a part that is not in it any more, so nobody pays less for that.`,
            about,
          });
      }
      const forAll = offer.prices.filter(({ onlyAt }) => !onlyAt);
      if (forAll.length > 1 && new Set(forAll.map((p) => p.name.trim())).size < forAll.length)
        stops(
          'same-name',
          `Two prices of ${quoted(offer.title)} have the same name, so a buyer could not tell them apart.`,
        );
      return found;
    });
  },
});

/** Days that have passed: access that would be over when it is bought, and a sale that has ended. */
function dayFindings(price: DraftPrice, named: string, today: string, about: Subject): Finding[] {
  const found: Finding[] = [];
  if (price.access.kind === 'until' && price.access.date < today)
    found.push({
      level: 'stops',
      code: 'access-over',
      text: `${named} would stay open until a day that has passed, so a buyer would get nothing.`,
      about,
    });
  if (price.access.kind === 'until' && price.sale && price.access.date < (price.sale.from || today))
    found.push({
      level: 'stops',
      code: 'access-before-sale',
      text: `${named} would close before its first day of sale.`,
      about,
    });
  if (price.sale && price.sale.until !== '' && price.sale.until < today)
    found.push({
      level: 'look',
      code: 'sale-over',
      text: `${named}: its last day of sale has passed, so nobody can buy it.`,
      about,
    });
  return found;
}
