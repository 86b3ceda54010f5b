import { useEffect, useState } from 'react';
import { useLearnWords } from './learnWords';
import { isMarkedHere, sendDone, sendWaiting } from './sending';
import type { LessonView } from './view';

interface Learning {
  done: boolean;
  said: { text: string; wrong: boolean } | null;
  /** @returns whether it is noted: at the shop, or here until there is a line */
  markDone: () => Promise<boolean>;
  passed: (finished: boolean) => void;
}

/** How a lesson stands for whoever reads it, and what was said about it. */
export function useLearning({ own, done: wasDone }: LessonView): Learning {
  const words = useLearnWords();
  const [done, setDone] = useState(wasDone);
  const [said, setSaid] = useState<Learning['said']>(null);

  useEffect(() => {
    if (!own) return;
    if (isMarkedHere(own)) setDone(true);
    const send = (): void => void sendWaiting(own);
    send();
    addEventListener('online', send);
    return () => removeEventListener('online', send);
  }, [own]);

  return {
    done,
    said,
    async markDone() {
      if (!own || done) return true;
      const answered = await sendDone(own);
      if (answered === null) {
        setDone(true);
        setSaid({ text: words.keptForLater, wrong: false });
        return false;
      }
      if ('refused' in answered) {
        setSaid({ text: answered.refused, wrong: true });
        return false;
      }
      setDone(true);
      setSaid({ text: answered.done.sentence, wrong: false });
      return !answered.done.finished;
    },
    passed(finished) {
      setDone(true);
      setSaid(finished ? { text: words.finished, wrong: false } : null);
    },
  };
}
