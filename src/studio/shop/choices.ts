import { countriesByName, type ShopTax } from '#core/catalogue';
import { currencies as known } from '#core/money';

/** Every currency and time zone this browser knows, for choosing. */
export const currencies: readonly string[] = [...known()];
export const zones: readonly string[] = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((z) => z !== 'UTC')];

/** Countries for a choice in a sentence. */
export const countryChoices = (tax: ShopTax | null, locale: string): [string, string][] =>
  countriesByName(tax, locale).map(({ code, name }) => [code, name]);
