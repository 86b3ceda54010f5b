import { useEffect, useRef, useState } from 'react';
import { useLearnWords } from './learnWords';
import { keepNotes, keptNotes, sendNotes } from './sending';
import type { LessonView } from './view';

const WAITS_MS = 800;

/** Own notes beside a lesson: kept as they are typed; while the line is down in this browser, and sent later. */
export function Notes({
  own,
  lessonId,
  typedEarly,
}: {
  own: NonNullable<LessonView['own']>;
  lessonId: string;
  /** What stood in the field when the script came; left out where the counter draws it. */
  typedEarly?: string | undefined;
}) {
  const words = useLearnWords();
  const [text, setText] = useState(own.notes);
  const [state, setState] = useState<'' | 'kept' | 'waits' | { refused: string }>('');
  /** What the shop has, as far as is known here. */
  const before = useRef(own.notes);
  const typed = useRef(own.notes);
  const sending = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  // What this browser could not send when it was last here goes first.
  useEffect(() => {
    const waiting = keptNotes(own);
    if (waiting !== null) {
      before.current = waiting.before;
      typed.current = waiting.text;
      setText(waiting.text);
    }
    const isTypedEarly = typedEarly !== undefined && typedEarly !== own.notes;
    if (isTypedEarly) type(waiting === null ? typedEarly : `${waiting.text}\n${typedEarly}`);
    else if (waiting !== null) void send();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, for this lesson
  }, [own.api]);

  function type(now: string): void {
    typed.current = now;
    setText(now);
    setState('');
    // Here at once, so that a page that is left early loses nothing.
    keepNotes(own, { text: now, before: before.current });
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void send(), WAITS_MS);
  }

  /** One after the other: what is typed meanwhile goes once the shop has said what it has. */
  async function send(): Promise<void> {
    clearTimeout(timer.current);
    if (sending.current) return;
    sending.current = true;
    while (typed.current !== before.current) {
      const now = typed.current;
      const answered = await sendNotes(own, { text: now, before: before.current });
      if (answered === null) setState('waits');
      else if ('refused' in answered) setState(answered);
      if (answered === null || 'refused' in answered) break;
      const { text: kept } = answered.done;
      before.current = kept;
      // Another device wrote meanwhile: both are kept, and shown.
      if (typed.current === now) {
        typed.current = kept;
        setText(kept);
      } else keepNotes(own, { text: typed.current, before: kept });
      setState('kept');
    }
    sending.current = false;
  }

  useEffect(() => {
    const again = (): void => void send();
    addEventListener('online', again);
    return () => removeEventListener('online', again);
  });

  return (
    <>
      <h2>
        <label htmlFor={`notes-${lessonId}`}>{words.notes}</label>
      </h2>
      <textarea
        id={`notes-${lessonId}`}
        className="notes"
        rows={6}
        maxLength={90_000}
        dir="auto"
        value={text}
        onChange={(event) => type(event.target.value)}
        onBlur={() => void send()}
      />
      <p className="cap" role="status">
        {typeof state === 'object'
          ? state.refused
          : state === 'waits'
            ? words.notesWait
            : state === 'kept'
              ? words.notesKept
              : words.notesHint}
      </p>
    </>
  );
}
