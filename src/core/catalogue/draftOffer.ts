import type { OfferId, PriceId, ProductId } from '#core/ids';
import type { Access } from '#core/terms';
import { type DraftTerms, newTerms } from './draftTerms';
import type { Price } from './price';

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
  /** Shown and sold in one place and nowhere else. Left out: for everybody. */
  onlyAt?: Price['onlyAt'] | undefined;
  /** How much less it is than another of the offer's prices: its terms follow that one until they are published. */
  less?: { of: PriceId; percent: string } | null | undefined;
  /** The seller's own number for it. */
  article: string | null;
  sending: Price['sending'];
  /** What is off for each part that its buyer owns; empty where nothing is. */
  owned: { productId: ProductId; amount: string }[] | null;
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
  upgrades?: false | undefined;
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
  owned: null,
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
