import { parseAmount } from '#core/money';
import type { Access } from '#core/terms';
import type { OfferId, ProductId } from '#core/ids';
import { type DraftTerms, newTerms, sealTerms, termsProblem, type TermsPart, unsealTerms } from './draftTerms';
import type { Offer } from './offer';
import { CardStatement, type Price, type Rise } from './price';
import {
  countProblem,
  dayProblem,
  isDay,
  limitProblem,
  minorOf,
  numberOf,
  paidProblem,
  saleProblem,
  typedAmount,
} from './typed';

/**
 * A price while the seller types. Amounts, counts and days are kept exactly as written, right or wrong, so that
 * nothing typed is ever lost; only `sealOffer` turns them into money. An option that is null is not in use.
 */
export interface DraftPrice {
  id: string;
  name: string;
  terms: DraftTerms;
  access: DraftAccess;
  usual: string | null;
  words: string | null;
  /** Empty where there is no limit; of how many an order may take, where it may take one. */
  limit: { inAll: string; each: string; perOrder?: string | undefined } | null;
  /** Days like 2026-07-01; empty: from now on, or without an end. */
  sale: { from: string; until: string } | null;
  cardStatement: string | null;
  rise: DraftRise | null;
  replaces: { offerId: OfferId; credit: boolean } | null;
  /** The seller's own number for it. */
  article: string | null;
  sending: Price['sending'];
}
export interface DraftRise {
  by: string;
  every: 'sales' | 'dates';
  sales: string;
  /** Days like 2026-07-01, divided by spaces or commas. */
  dates: string;
  ceiling: string;
}
/** What was typed for one kind of access stays while another is chosen. */
export interface DraftAccess {
  kind: Access['kind'];
  count: string;
  unit: 'day' | 'week' | 'month' | 'year';
  date: string;
}
export interface DraftOffer {
  id: string;
  title: string;
  productIds: ProductId[];
  currency: string;
  prices: DraftPrice[];
  onSale: boolean;
  putAway?: boolean | undefined;
}

export const FOR_GOOD: DraftAccess = { kind: 'forever', count: '12', unit: 'month', date: '' };

type Known = Partial<Omit<DraftPrice, 'id' | 'terms'>> & { terms?: Partial<DraftTerms> };

/** A price to be filled in, or filled already in the parts given. */
export const newPrice = (id: string, { terms, ...known }: Known = {}): DraftPrice => ({
  id,
  name: '',
  terms: newTerms(terms),
  access: { ...FOR_GOOD },
  usual: null,
  words: null,
  limit: null,
  sale: null,
  cardStatement: null,
  rise: null,
  replaces: null,
  article: null,
  sending: null,
  ...known,
});

/** An offer of one product, without a price yet. */
export const newOffer = (id: string, product: { id: string; title: string }, currency: string): DraftOffer => ({
  id,
  title: product.title,
  productIds: [product.id],
  currency,
  prices: [],
  onSale: true,
});

const LONGEST = 1_200;

/** The part of a price in which something is wrong. */
export type PricePart =
  TermsPart | 'usual' | 'access' | 'words' | 'limit' | 'sale' | 'cardStatement' | 'rise' | 'replaces' | 'article';
export interface PriceProblem {
  part: PricePart;
  /** One sentence that says what is wrong and how to write it. */
  text: string;
}

/** What is wrong with a price as typed, in one sentence, or null. */
export const draftTermsProblem = (price: DraftPrice, currency: string): string | null =>
  priceProblem(price, currency)?.text ?? null;

/** The first thing wrong with a price as typed, and where; null when it can be sold. */
export function priceProblem(price: DraftPrice, currency: string): PriceProblem | null {
  const terms = termsProblem(price.terms, currency);
  if (terms) return terms;
  const parts: [PricePart, string | null][] = [
    ['usual', usualProblem(price, currency)],
    ['access', price.terms.kind === 'subscription' ? null : accessProblem(price.access)],
    [
      'words',
      price.words !== null && price.words.trim() === ''
        ? 'In place of the number: write the words, or remove them.'
        : null,
    ],
    [
      'article',
      price.article !== null && price.article.trim() === ''
        ? 'Which number does it have with you? Write it, or remove it.'
        : null,
    ],
    ['rise', riseProblem(price, currency)],
    ['limit', limitProblem(price.limit)],
    ['sale', saleProblem(price.sale)],
    [
      'replaces',
      price.replaces !== null && price.replaces.offerId === ''
        ? 'Which subscription does it end? Choose one, or remove this.'
        : null,
    ],
    [
      'cardStatement',
      price.cardStatement !== null && !CardStatement.safeParse(price.cardStatement).success
        ? 'A card statement takes 5 to 22 letters, digits, spaces, points or dashes.'
        : null,
    ],
  ];
  const found = parts.find(([, text]) => text !== null);
  return found?.[1] ? { part: found[0], text: found[1] } : null;
}

function usualProblem({ terms, usual }: DraftPrice, currency: string): string | null {
  if (usual === null || terms.kind === 'free' || terms.kind === 'open') return null;
  const [amount, parsed] = [parseAmount(terms.amount, currency), parseAmount(usual, currency)];
  if (!parsed.ok) return `The usual price: ${parsed.problem}`;
  return amount.ok && parsed.minor <= amount.minor
    ? 'The usual price is not above the price, so it would not be true.'
    : null;
}

function accessProblem(access: DraftAccess): string | null {
  if (access.kind === 'for') {
    const problem = countProblem(access.count, LONGEST);
    return problem && `How long it stays open: ${problem}`;
  }
  if (access.kind === 'until' && !isDay(access.date))
    return access.date === '' ? 'Until which day does it stay open?' : dayProblem(access.date);
  return null;
}

function riseProblem({ rise, terms }: DraftPrice, currency: string): string | null {
  if (rise === null || terms.kind === 'free' || terms.kind === 'open') return null;
  const by = paidProblem(rise.by, currency, 'A rise of zero is none.');
  if (by) return `The rise: ${by}`;
  const every =
    rise.every === 'sales'
      ? countProblem(rise.sales, 1_000_000)
      : datesOf(rise.dates).length === 0
        ? 'On which days does it rise? Write one like 2026-07-01.'
        : (datesOf(rise.dates)
            .map((d) => (isDay(d) ? null : dayProblem(d)))
            .find((p) => p !== null) ?? null);
  if (every) return `The rise: ${every}`;
  const ceiling = paidProblem(rise.ceiling, currency, 'The price must have a ceiling.');
  if (ceiling) return `The ceiling: ${ceiling}`;
  return minorOf(rise.ceiling, currency) <= minorOf(terms.amount, currency)
    ? 'The ceiling is not above the price, so it would never rise.'
    : null;
}

const datesOf = (text: string): string[] => text.split(/[\s,;]+/).filter((d) => d !== '');

/**
 * The offer as it can be sold: what was typed becomes whole minor units, counts and days.
 * @returns null when any price has a problem (see `draftTermsProblem`) or there is none
 */
export function sealOffer(draft: DraftOffer): Offer | null {
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
    article: price.article?.trim() || null,
    sending: price.sending,
  };
}

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
    sending: price.sending,
  };
}
