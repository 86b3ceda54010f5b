import { useEffect, useRef, useState } from 'react';
import { useLearnWords } from './learnWords';
import { keptNotes, sendNotes } from './sending';
import type { LessonView } from './view';

const WAITS_MS = 800;

/** Own notes beside a lesson: kept as they are typed; while the line is down in this browser, and sent later. */
export function Notes({ own, lessonId }: { own: NonNullable<LessonView['own']>; lessonId: string }) {
  const words = useLearnWords();
  const [text, setText] = useState(own.notes);
  const [state, setState] = useState<'' | 'kept' | 'waits'>('');
  const before = useRef(own.notes);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  // What this browser could not send when it was last here goes first.
  useEffect(() => {
    const waiting = keptNotes(own);
    if (waiting === null) return;
    before.current = waiting.before;
    setText(waiting.text);
    void keep(waiting.text);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, for this lesson
  }, [own.api]);

  async function keep(now: string): Promise<void> {
    const kept = await sendNotes(own, { text: now, before: before.current });
    if (kept === null) return setState('waits');
    before.current = kept;
    setState('kept');
    // Another device wrote meanwhile: both are kept, and shown.
    if (kept !== now) setText((typed) => (typed === now ? kept : typed));
  }

  return (
    <>
      <h2>
        <label htmlFor={`notes-${lessonId}`}>{words.notes}</label>
      </h2>
      <textarea
        id={`notes-${lessonId}`}
        className="notes"
        rows={6}
        maxLength={20_000}
        dir="auto"
        value={text}
        onChange={(event) => {
          const now = event.target.value;
          setText(now);
          setState('');
          clearTimeout(timer.current);
          timer.current = setTimeout(() => void keep(now), WAITS_MS);
        }}
        onBlur={() => {
          clearTimeout(timer.current);
          if (text !== before.current) void keep(text);
        }}
      />
      <p className="cap" role="status">
        {state === 'waits' ? words.notesWait : state === 'kept' ? words.notesKept : words.notesHint}
      </p>
    </>
  );
}
