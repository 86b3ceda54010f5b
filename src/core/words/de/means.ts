import type { Means } from '#core/ways';

/** Wovon gezahlt wird, nach „von“: „von der Karte mit den Endziffern 0001“. */
export const vonDerKarte = ({ last4, way }: Means): string =>
  way === 'wallet'
    ? 'von Ihrer Wallet'
    : way === 'account'
      ? 'von Ihrem Bankkonto'
      : `von der Karte mit den Endziffern ${last4}`;

/** Dasselbe nach „auf“, und als Satzgegenstand: „die Karte mit den Endziffern 0001“. */
export const dieKarte = ({ last4, way }: Means): string =>
  way === 'wallet' ? 'Ihre Wallet' : way === 'account' ? 'Ihr Bankkonto' : `die Karte mit den Endziffern ${last4}`;

/** Dasselbe für sich, für jeden: „Karte mit den Endziffern 0001“. */
export const karte = ({ last4, way }: Means): string =>
  way === 'wallet' ? 'Wallet' : way === 'account' ? 'Bankkonto' : `Karte mit den Endziffern ${last4}`;
