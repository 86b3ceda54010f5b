import type { Product } from '#core/catalogue';
import type { OfferId, PathId, PriceId } from '#core/ids';
import type { Page } from '#core/pages';
import type { Path } from '../path';

/** An offer as a path is begun from it. */
export interface KnownOffer {
  id: OfferId;
  title: string;
  products: readonly Product[];
}

/** One price of another offer, for after payment. */
export interface KnownPrice {
  offer: KnownOffer;
  priceId: PriceId;
}

/** What a path is begun from. */
export interface Known {
  offer: KnownOffer;
  /** Offered after payment, where the beginning has such a step and it was chosen. */
  more?: KnownPrice | undefined;
  /** Offered to those who decline that. */
  softer?: KnownPrice | undefined;
  /** Sold beside the offer, at a checkout of its own. */
  beside?: KnownOffer | undefined;
  /** A price of the offer that only whoever comes through an entrance is shown. */
  few?: PriceId | undefined;
  /** A price of the offer for whoever turns back. */
  lower?: PriceId | undefined;
  /** Other paths, for a page that leads to them. */
  paths?: readonly { id: PathId; title: string }[];
  /** What the shop is called. */
  shopName?: string;
  /** A short address that no entrance has. */
  short: () => string;
  /** The shop's own: its pages begin in its language. */
  locale: string;
  /** Addresses that are in use; a number is added where needed. */
  taken: ReadonlySet<string>;
  next: (prefix: string) => string;
}

export interface Begun {
  path: Path;
  pages: Page[];
}

/** A ready beginning: chosen by its sentence, made as a path like any other, and then changed by hand. */
export interface Beginning {
  readonly id: string;
  /** What it is for, as somebody would say it: "Sell with a page". */
  readonly sentence: string;
  /** What is asked besides the offer. */
  readonly asks: readonly ('more' | 'softer' | 'beside' | 'few' | 'lower')[];
  /** It sells nothing itself: it leads to the paths that are there. */
  readonly front?: true;
  make(known: Known): Begun;
}
