import { createContext, useContext } from 'react';
import type { Language, Words } from '#core/words';

/** The member area's own words, in one language. */
export type MemberWords = Words['member'] & { card: Words['card']; sendTo: Words['checkout']['sendTo'] };

/** The area fetches the words of its reader's language and no other. */
export const MEMBER_WORDS: Record<Language, () => Promise<{ words: MemberWords }>> = {
  en: () => import('./words/en'),
  de: () => import('./words/de'),
};

const Context = createContext<MemberWords | null>(null);
export const MemberWordsProvider = Context.Provider;

export function useMemberWords(): MemberWords {
  const words = useContext(Context);
  if (!words) throw new Error('The member area is drawn with its words');
  return words;
}
