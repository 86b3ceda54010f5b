import { wordsFor } from '#core/words';

/** Why a card was refused and what is safe, for the buyer. */
export const refusalSentence = (reason: string, locale: string): string => {
  const words = wordsFor(locale);
  return words.pages.checkout.refused(words.letters.cardReason(reason));
};
