import type { CardWords } from '../en/card';

/** Die Felder einer Karte, wo immer nach einer gefragt wird. */
export const card: CardWords = {
  legend: 'Karte',
  number: 'Kartennummer',
  expiry: 'Gültig bis (MM/JJ)',
  code: 'Prüfziffer auf der Karte',
  samples: 'Musterkarten für diesen Test-Shop',
  notTaken: 'Der Zahlungsdienst hat diese Karte nicht angenommen.',
  nothingCharged: 'Es wurde nichts abgebucht.',
  notReached:
    'Der Zahlungsdienst war nicht zu erreichen. Es wurde nichts abgebucht. Versuchen Sie es in einer Minute wieder.',
};
