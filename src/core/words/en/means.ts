import type { Means } from '#core/ways';

/** What a payment is taken from, as a sentence names it to whoever it belongs to: "the card ending 0001". */
export const theMeans = ({ last4, way }: Means): string =>
  way === 'wallet' ? 'your wallet' : way === 'account' ? 'your bank account' : `the card ending ${last4}`;

/** The same at the beginning of a sentence. */
export function meansFirst(of: Means): string {
  const name = theMeans(of);
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** The same standing alone, to anybody: "card ending 0001". */
export const plainMeans = ({ last4, way }: Means): string =>
  way === 'wallet' ? 'wallet' : way === 'account' ? 'bank account' : `card ending ${last4}`;
