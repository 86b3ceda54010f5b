import { createContext, useContext } from 'react';
import type { Words } from '#core/words';

/** The words of courses and lessons, in one language. */
export type LearnWords = Words['course'];

const Context = createContext<LearnWords | null>(null);
export const LearnWordsProvider = Context.Provider;

export function useLearnWords(): LearnWords {
  const words = useContext(Context);
  if (!words) throw new Error('A lesson is drawn with its words');
  return words;
}
