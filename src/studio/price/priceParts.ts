import type { DraftPrice, PricePart } from '#core/catalogue';

/** What each part of a price's sentence is drawn from and edits. */
export interface PriceParts {
  /** What the price is called in each control's name. */
  name: string;
  price: DraftPrice;
  currency: string;
  edit: (recipe: (price: DraftPrice) => void) => void;
  /** The part in which something is wrong, once it may be said. */
  wrong: PricePart | null;
  onBlur: () => void;
}
