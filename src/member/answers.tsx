import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';

/** What became of something that was asked for, in a sentence. */
export interface Said {
  text: string;
  wrong: boolean;
}

interface Answers {
  of: (about: string) => Said | undefined;
  /** Answers about rows that are not there any more. */
  others: (present: readonly string[]) => [about: string, said: Said][];
  say: (about: string, said: Said) => void;
}

const Context = createContext<Answers | null>(null);

/**
 * Keeps answers above the rows they belong to: a row moves or goes because of what was answered, and whoever asked
 * still has to read it.
 */
export function KeepAnswers({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Record<string, Said>>({});
  const answers: Answers = {
    of: (about) => said[about],
    others: (present) => Object.entries(said).filter(([about]) => !present.includes(about)),
    say: (about, now) => setSaid((before) => ({ ...before, [about]: now })),
  };
  return <Context.Provider value={answers}>{children}</Context.Provider>;
}

export function useAnswers(): Answers {
  const answers = useContext(Context);
  if (!answers) throw new Error('Answers are kept above the rows they belong to');
  return answers;
}

/** An answer where its row stands now. It takes the focus, so that it is seen and read out wherever the row has moved. */
export function AnswerLine({ said }: { said: Said }) {
  const line = useRef<HTMLParagraphElement>(null);
  useEffect(() => line.current?.focus(), [said]);
  return (
    <p
      ref={line}
      tabIndex={-1}
      className={`message mt-3 ${said.wrong ? 'alarm' : 'calm'}`}
      role={said.wrong ? 'alert' : 'status'}
    >
      {said.text}
    </p>
  );
}
