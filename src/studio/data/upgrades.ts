import {
  DEFAULT_SHOP,
  type DraftOffer,
  type DraftPrice,
  type DraftTerms,
  newPrice,
  newTerms,
  type Product,
  type ShopDetails,
} from '#core/catalogue';
import type { Patch } from 'immer';
import { Release } from '#core/release';
import type { DocumentRow } from './db';

/**
 * A document as it is kept today, from any earlier shape: what it had stays, parts that came later get what an
 * untouched one would have. Used when this browser's database moves on, and when an older copy is opened.
 */
export function upgradeDocument(row: DocumentRow): DocumentRow {
  switch (row.kind) {
    case 'offer': {
      const offer = row.doc as DraftOffer;
      return {
        ...row,
        doc: {
          ...offer,
          prices: offer.prices.map((price: DraftPrice) => ({
            ...newPrice(price.id),
            ...price,
            terms: respelledTerms(newTerms(price.terms)),
          })),
        },
      };
    }
    case 'product': {
      const product = row.doc as Product;
      return { ...row, doc: { ...product, links: (product as Partial<Product>).links ?? [] } };
    }
    case 'shop': {
      const shop = row.doc as ShopDetails;
      return {
        ...row,
        doc: {
          ...shop,
          languages: (shop as Partial<ShopDetails>).languages ?? [],
          brand: (shop as Partial<ShopDetails>).brand ?? null,
          tax: respelledTax((shop as Partial<ShopDetails>).tax ?? null),
          billing: { ...DEFAULT_SHOP.billing, ...(shop as Partial<ShopDetails>).billing },
        },
      };
    }
    default:
      return row;
  }
}

/** What once was written in two words or with a capital, by how it is spelt now. */
const SPELT: Record<string, string> = { 'on top': 'on-top', withFirstPayment: 'with-first-payment' };
const spelt = <T extends string>(value: T): T => (SPELT[value] ?? value) as T;

const respelledTax = (tax: ShopDetails['tax']): ShopDetails['tax'] => tax && { ...tax, how: spelt(tax.how) };
const respelledTerms = (terms: DraftTerms): DraftTerms =>
  terms.setUp === null ? terms : { ...terms, setUp: { ...terms.setUp, when: spelt(terms.setUp.when) } };

/** The same in a step that can be undone: only where such a value stood, never in words that somebody typed. */
export function respell(patch: Patch): void {
  const place = patch.path.at(-1);
  const value: unknown = patch.value;
  if ((place === 'how' || place === 'when') && typeof value === 'string') patch.value = spelt(value);
  else if (typeof value === 'object' && value !== null)
    for (const [name, inner] of Object.entries(value as Record<string, unknown>)) {
      const part: Patch = { op: 'replace', path: [name], value: inner };
      respell(part);
      (value as Record<string, unknown>)[name] = part.value;
    }
}

/** The live release as an earlier version kept it, with the parts that came later. What cannot be read is asked for anew. */
export function upgradeRelease(kept: Release): Release {
  const read = Release.safeParse(kept);
  return read.success ? read.data : kept;
}
