import { createContext, useContext } from 'react';
import type { Words } from '#core/words';

/** The form's own words, in one language. */
export type FormWords = Words['checkout'] & { card: Words['card'] };

const Context = createContext<FormWords | null>(null);
export const FormWordsProvider = Context.Provider;

export function useFormWords(): FormWords {
  const words = useContext(Context);
  if (!words) throw new Error('The checkout is drawn with its words');
  return words;
}
