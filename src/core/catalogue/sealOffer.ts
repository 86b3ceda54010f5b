import type { Access } from '#core/terms';
import { type DraftAccess, type DraftOffer, type DraftPrice, type DraftRise, FOR_GOOD } from './draftOffer';
import { sealTerms, unsealTerms } from './draftTerms';
import { withShares } from './fewPrice';
import type { Offer } from './offer';
import type { Price, Rise } from './price';
import { datesOf, draftTermsProblem, written } from './priceProblem';
import { minorOf, numberOf, typedAmount } from './typed';

/**
 * The offer as it can be sold: what was typed becomes whole minor units, counts and days.
 * @returns null when any price has a problem (see `draftTermsProblem`) or there is none
 */
export function sealOffer(typed: DraftOffer): Offer | null {
  const draft = withShares(typed);
  if (draft.prices.length === 0 || draft.prices.some((price) => draftTermsProblem(price, draft.currency) !== null))
    return null;
  return {
    id: draft.id,
    title: draft.title.trim(),
    productIds: draft.productIds,
    currency: draft.currency,
    prices: draft.prices.map((price) => sealPrice(price, draft.currency)),
    onSale: draft.onSale,
    ...(draft.putAway ? { putAway: true } : {}),
    ...(draft.upgrades === false ? { upgrades: false as const } : {}),
  };
}

function sealPrice(price: DraftPrice, currency: string): Price {
  // For good is what terms mean that say nothing, so that they read alike whenever they were made.
  const terms = sealTerms(
    price.terms,
    price.access.kind === 'forever' ? {} : { access: sealAccess(price.access) },
    currency,
  );
  return {
    id: price.id,
    name: price.name.trim(),
    terms,
    usual:
      terms.kind === 'free' || terms.kind === 'open' || price.usual === null ? null : minorOf(price.usual, currency),
    words: price.words === null ? null : price.words.trim(),
    limit: {
      inAll: numberOf(price.limit?.inAll),
      each: numberOf(price.limit?.each),
      perOrder: terms.kind === 'once' ? perOrderOf(price.limit?.perOrder) : null,
    },
    sale: { from: price.sale?.from || null, until: price.sale?.until || null },
    cardStatement: price.cardStatement,
    rise: terms.kind === 'free' || terms.kind === 'open' || price.rise === null ? null : sealRise(price.rise, currency),
    replaces: terms.kind === 'free' ? null : price.replaces,
    onlyAt: price.onlyAt ?? null,
    article: price.article?.trim() || null,
    sending: price.sending,
    owned: terms.kind === 'free' || terms.kind === 'open' ? [] : sealOwned(price.owned ?? [], currency),
  };
}

const sealOwned = (owned: NonNullable<DraftPrice['owned']>, currency: string): Price['owned'] =>
  written(owned).map(({ productId, amount }) => ({ productId, amount: minorOf(amount, currency) }));

/** One is what an order takes where nothing is said. */
const perOrderOf = (text: string | undefined): number | null => {
  const most = numberOf(text);
  return most === 1 ? null : most;
};

const sealRise = (rise: DraftRise, currency: string): Rise => ({
  by: minorOf(rise.by, currency),
  ceiling: minorOf(rise.ceiling, currency),
  every:
    rise.every === 'sales'
      ? { by: 'sales', sales: Number(rise.sales) }
      : { by: 'dates', dates: [...datesOf(rise.dates)].sort() },
});

const sealAccess = (access: DraftAccess): Access =>
  access.kind === 'for'
    ? { kind: 'for', count: Number(access.count), unit: access.unit }
    : access.kind === 'until'
      ? { kind: 'until', date: access.date }
      : { kind: 'forever' };

/** The offer as a studio edits it, from one that was sold. */
export function unsealOffer(offer: Offer): DraftOffer {
  return { ...offer, prices: offer.prices.map((price) => unsealPrice(price, offer.currency)) };
}

function unsealPrice(price: Price, currency: string): DraftPrice {
  const { limit, sale, terms, rise } = price;
  const access = terms.kind === 'subscription' ? undefined : terms.access;
  return {
    id: price.id,
    name: price.name,
    terms: unsealTerms(terms, currency),
    access: {
      ...FOR_GOOD,
      ...(access?.kind === 'for'
        ? { kind: 'for', count: String(access.count), unit: access.unit }
        : access?.kind === 'until'
          ? { kind: 'until', date: access.date }
          : {}),
    },
    usual: price.usual === null ? null : typedAmount(price.usual, currency),
    words: price.words,
    limit:
      limit.inAll === null && limit.each === null && limit.perOrder === null
        ? null
        : {
            inAll: limit.inAll === null ? '' : String(limit.inAll),
            each: limit.each === null ? '' : String(limit.each),
            ...(limit.perOrder === null ? {} : { perOrder: String(limit.perOrder) }),
          },
    sale: sale.from === null && sale.until === null ? null : { from: sale.from ?? '', until: sale.until ?? '' },
    cardStatement: price.cardStatement,
    rise: rise && {
      by: typedAmount(rise.by, currency),
      ceiling: typedAmount(rise.ceiling, currency),
      every: rise.every.by,
      sales: rise.every.by === 'sales' ? String(rise.every.sales) : '10',
      dates: rise.every.by === 'dates' ? rise.every.dates.join(' ') : '',
    },
    replaces: price.replaces,
    article: price.article,
    ...(price.onlyAt ? { onlyAt: price.onlyAt } : {}),
    sending: price.sending,
    owned:
      price.owned.length === 0
        ? null
        : price.owned.map(({ productId, amount }) => ({ productId, amount: typedAmount(amount, currency) })),
  };
}
