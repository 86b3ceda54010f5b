/** Every currency and time zone this browser knows, for choosing. */
export const currencies: readonly string[] = Intl.supportedValuesOf('currency');
export const zones: readonly string[] = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((z) => z !== 'UTC')];
