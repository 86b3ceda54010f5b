import {
  DEFAULT_SHOP,
  type DraftOffer,
  type DraftPrice,
  newPrice,
  newTerms,
  type Product,
  type ShopDetails,
} from '#core/catalogue';
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
            terms: newTerms(price.terms),
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
          brand: (shop as Partial<ShopDetails>).brand ?? null,
          tax: (shop as Partial<ShopDetails>).tax ?? null,
          billing: { ...DEFAULT_SHOP.billing, ...(shop as Partial<ShopDetails>).billing },
        },
      };
    }
    default:
      return row;
  }
}

/** The live release as an earlier version kept it, with the parts that came later. What cannot be read is asked for anew. */
export function upgradeRelease(kept: Release): Release {
  const read = Release.safeParse(kept);
  return read.success ? read.data : kept;
}
