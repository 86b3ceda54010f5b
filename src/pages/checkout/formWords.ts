import { createContext, useContext } from 'react';
import type { Language, Words } from '#core/words';

/** The form's own words, in one language. */
export type FormWords = Words['checkout'] & { card: Words['card'] };

/** A page fetches the words of its own language and no other. */
export const FORM_WORDS: Record<Language, () => Promise<{ words: FormWords }>> = {
  en: () => import('./words/en'),
  de: () => import('./words/de'),
};

const Context = createContext<FormWords | null>(null);
export const FormWordsProvider = Context.Provider;

export function useFormWords(): FormWords {
  const words = useContext(Context);
  if (!words) throw new Error('The checkout is drawn with its words');
  return words;
}
