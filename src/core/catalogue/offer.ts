import * as z from 'zod';
import { formatPlain, isCurrency, parseAmount } from '#core/money';
import { Terms } from '#core/terms';
import { Id } from './file';

/** A price as buyers meet it: whole and valid. */
export const Price = z.object({
  id: Id,
  name: z.string().max(120),
  terms: Terms,
  /** The usual price shown struck through beside the lower one, in minor units. */
  usual: z.int().min(1).nullable(),
});
export type Price = z.infer<typeof Price>;

export const Offer = z.object({
  id: Id,
  title: z.string().max(200),
  productIds: z.array(Id).max(50),
  currency: z.string().refine(isCurrency, 'A currency is three letters, like EUR.'),
  prices: z.array(Price).min(1).max(20),
  onSale: z.boolean(),
});
export type Offer = z.infer<typeof Offer>;

/**
 * Terms while the seller types. An amount is kept exactly as written, right or wrong, so that nothing typed is
 * ever lost; only `sealOffer` turns it into money.
 */
export type DraftTerms = { kind: 'free'; amount: string } | { kind: 'once'; amount: string };
export interface DraftPrice {
  id: string;
  name: string;
  terms: DraftTerms;
  /** As typed; null when the option is not in use. */
  usual: string | null;
}
export interface DraftOffer {
  id: string;
  title: string;
  productIds: string[];
  currency: string;
  prices: DraftPrice[];
  onSale: boolean;
}

export const newPrice = (id: string): DraftPrice => ({ id, name: '', terms: { kind: 'once', amount: '' }, usual: null });

/** An offer of one product, without a price yet. */
export const newOffer = (id: string, product: { id: string; title: string }, currency: string): DraftOffer => ({
  id, title: product.title, productIds: [product.id], currency, prices: [], onSale: true,
});

/** An amount as it is put into the sentence again after a release has been read back. */
export const typedAmount = (minor: number, currency: string): string => formatPlain(minor, currency);

/** What is wrong with a price as typed, in one sentence, or null. */
export function draftTermsProblem(price: DraftPrice, currency: string): string | null {
  if (price.terms.kind === 'once') {
    const amount = parseAmount(price.terms.amount, currency);
    if (!amount.ok) return amount.problem;
    if (amount.minor === 0) return 'A price of zero is not a payment. Choose “gets it free” instead.';
    if (price.usual !== null) {
      const usual = parseAmount(price.usual, currency);
      if (!usual.ok) return `The usual price: ${usual.problem}`;
      if (usual.minor <= amount.minor) return 'The usual price is not above the price, so it would not be true.';
    }
  }
  return null;
}

/**
 * The offer as it can be sold: typed amounts become whole minor units.
 * @returns null when any price has a problem (see `draftTermsProblem`) or there is none
 */
export function sealOffer(draft: DraftOffer): Offer | null {
  const prices: Price[] = [];
  for (const price of draft.prices) {
    if (draftTermsProblem(price, draft.currency)) return null;
    const minor = (text: string): number => {
      const parsed = parseAmount(text, draft.currency);
      return parsed.ok ? parsed.minor : 0;
    };
    const terms: Terms = price.terms.kind === 'free' ? { kind: 'free' } : { kind: 'once', amount: minor(price.terms.amount) };
    prices.push({ id: price.id, name: price.name.trim(), terms, usual: terms.kind === 'free' || price.usual === null ? null : minor(price.usual) });
  }
  if (prices.length === 0) return null;
  return { id: draft.id, title: draft.title.trim(), productIds: draft.productIds, currency: draft.currency, prices, onSale: draft.onSale };
}

/** The offer as a studio edits it, from one that was sold. */
export function unsealOffer(offer: Offer): DraftOffer {
  return {
    ...offer,
    prices: offer.prices.map((p) => ({
      id: p.id,
      name: p.name,
      terms: p.terms.kind === 'free' ? { kind: 'free', amount: '' } : { kind: 'once', amount: typedAmount(p.terms.amount, offer.currency) },
      usual: p.usual === null ? null : typedAmount(p.usual, offer.currency),
    })),
  };
}
