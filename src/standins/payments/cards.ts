const DAY = 86_400_000;

/** What a sample card does when it is charged. */
export type CardDoes =
  'goes-through' | 'not-enough-money' | 'expired' | 'asks-bank' | 'refuses-later' | 'disputed' | 'answers-late';

export interface SampleCard {
  number: string;
  does: CardDoes;
  label: string;
}

/** Cards that exist nowhere, each named by what it does; their check digits are right. */
export const SAMPLE_CARDS: readonly SampleCard[] = [
  { number: '9000000000000001', does: 'goes-through', label: 'Goes through' },
  { number: '9000000000000019', does: 'not-enough-money', label: 'Not enough money' },
  { number: '9000000000000027', does: 'expired', label: 'Expired' },
  { number: '9000000000000035', does: 'asks-bank', label: 'Asks to confirm with the bank' },
  { number: '9000000000000043', does: 'refuses-later', label: 'Goes through once, refuses later' },
  { number: '9000000000000050', does: 'disputed', label: 'Disputed five days later' },
  { number: '9000000000000068', does: 'answers-late', label: 'Answers after two days' },
];

export const ANSWERS_AFTER_MS = 2 * DAY;
export const DISPUTED_AFTER_MS = 5 * DAY;
/** How long the seller has to answer a dispute; unanswered, the bank then takes the money back. */
export const DISPUTE_LASTS_MS = 14 * DAY;

/** The check digit rule of ISO/IEC 7812-1. */
export function checkDigitRight(number: string): boolean {
  let sum = 0;
  [...number].reverse().forEach((character, i) => {
    const digit = Number(character) * (i % 2 === 1 ? 2 : 1);
    sum += digit > 9 ? digit - 9 : digit;
  });
  return /^\d{12,19}$/.test(number) && sum % 10 === 0;
}
