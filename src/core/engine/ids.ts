import type { Instant } from '#core/calendar';

/** Two ids as one key of a map. No id holds a slash, so no two pairs are one. */
export const pairOf = (one: string, other: string): string => `${one}/${other}`;

/** Under what is counted what a charge holds while it is not answered: "begins/u_1/off_1". */
export const onceKey = (what: 'begins' | 'runs' | 'replaces' | 'seat', of: string): string => `${what}/${of}`;

/**
 * The key of something that is asked of a service or sent once: what it is about, and which of them. It stands in the
 * journal and at the service, so its form never changes.
 */
export const keyOf = (...parts: readonly (string | number)[]): string => parts.join('-');

/** A moment to the second as the end of a key, for what can be done again later. */
export const secondOf = (at: Instant): string => at.slice(0, 19).replace(/\D/g, '');
