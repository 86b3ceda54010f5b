import { currencies as known } from '#core/money';

/** Every currency and time zone this browser knows, for choosing. */
export const currencies: readonly string[] = [...known()];
export const zones: readonly string[] = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((z) => z !== 'UTC')];
