import type { Means } from '#core/ways';
import { wordsFor } from '#core/words';
/** What stands in one word of code, as people read it: "past-due" is "past due". */
export const inWords = (status: string): string => status.replaceAll('-', ' ');

/** What a payment was taken from, for the seller: "card ending 0001", "wallet". */
export const meansInWords = (of: { last4: string | null; way?: Means['way'] } | undefined): string =>
  wordsFor('en').papers.card({ last4: of?.last4 ?? '', way: of?.way });
