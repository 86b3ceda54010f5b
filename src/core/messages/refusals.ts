const WORDS: Record<string, string> = {
  'not-enough-money': 'not enough money',
  expired: 'it has expired',
  'needs-bank': 'the bank wants to ask the card’s owner first',
  'never-reached': 'the bank could not be reached',
  'confirmation-declined': 'the payment was declined at the bank',
};

/** Why a card was refused, in a few words. */
export const reasonWords = (reason: string): string => WORDS[reason] ?? 'the bank gave no reason';

/** Why a card was refused and what is safe, for the buyer. */
export const refusalSentence = (reason: string): string =>
  `The card was refused: ${reasonWords(reason)}. Nothing was charged, and everything you typed is still here. Try another card.`;
