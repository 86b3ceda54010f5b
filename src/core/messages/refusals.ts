const WORDS: Record<string, string> = {
  'not-enough-money': 'not enough money',
  expired: 'it has expired',
  'confirmation-declined': 'the payment was declined at the bank',
};

/** Why a card was refused and what is safe, for the buyer. */
export const refusalSentence = (reason: string): string =>
  `The card was refused: ${WORDS[reason] ?? 'the bank gave no reason'}. Nothing was charged, and everything you typed is still here. Try another card.`;
