import type { ReactNode } from 'react';
import type { DraftOffer, DraftPrice, Product } from '#core/catalogue';
import type { PriceParts } from '../priceParts';

/** What the line of an option is drawn from. */
export interface OptionParts extends PriceParts {
  offers: readonly DraftOffer[];
  /** Everything that buying opens, each part by itself. */
  opens: readonly Product[];
}

/** Something a price can have and mostly has not: a line of the sentence that is added and removed. */
interface Described<T> {
  /** On the button that removes it, and on the one that adds it. */
  name: string;
  /** On the one that adds it, where that is shorter. */
  addName?: string;
  /** Whether a price paid like this can have it. What was typed stays while another way to pay is chosen. */
  fits: (price: DraftPrice) => boolean;
  /** Whether adding it would lead anywhere, where that depends on other offers or on what is sold. */
  offered?: (parts: OptionParts) => boolean;
  /** What stands in it now; null where the price has it not. */
  of: (price: DraftPrice) => T | null;
  add: (price: DraftPrice) => void;
  remove: (price: DraftPrice) => void;
  line: (parts: OptionParts & { value: T }) => ReactNode;
}

export interface PriceOption extends Omit<Described<unknown>, 'line'> {
  /** Its line; nothing where the price has it not. */
  line: (parts: OptionParts) => ReactNode;
}

/** An option of a price, with what stands in it known to its line. */
export const priceOption = <T>(option: Described<T>): PriceOption => ({
  ...option,
  line: (parts) => {
    const value = option.of(parts.price);
    return value !== null && option.fits(parts.price) && option.line({ ...parts, value });
  },
});
