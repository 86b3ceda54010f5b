import type { LedToWay } from '#core/ways';
import { wordsFor } from '#core/words';

/** Why a card, a wallet or a bank was refused and what is safe, for the buyer. */
export const refusalSentence = (reason: string, locale: string, way?: LedToWay): string => {
  const words = wordsFor(locale);
  return words.pages.checkout.refused(words.emails.cardReason(reason), way);
};
