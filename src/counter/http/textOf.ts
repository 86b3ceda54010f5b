/** A value from a request as text; anything but text is empty. */
export const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
