import { type FormEvent, useState } from 'react';
import type { BookingAnswer } from './api';

/** The time that was chosen, on both clocks, what is asked, and the press that books it. */
export function Chosen({
  times,
  questions,
  word,
  needed,
  disabled,
  onYes,
}: {
  times: readonly string[];
  questions: BookingAnswer['questions'];
  word: string;
  needed: string;
  disabled: boolean;
  onYes: (answers: { id: string; text: string }[]) => void;
}) {
  const [answers, setAnswers] = useState<Record<string, string>>({});
  function send(event: FormEvent): void {
    event.preventDefault();
    onYes(questions.map(({ id }) => ({ id, text: answers[id] ?? '' })));
  }
  return (
    <form className="message mt-2" onSubmit={send}>
      {times.map((time, i) => (
        <p key={i} className={i === 0 ? 'font-semibold' : 'cap'}>
          {time}
        </p>
      ))}
      {questions.map(({ id, text, required }) => (
        <label key={id} className="mt-2 block" dir="auto">
          {text} {required && <span className="cap">({needed})</span>}
          <textarea
            className="mt-1 block w-full border-b-2 border-edge bg-transparent"
            rows={2}
            required={required}
            value={answers[id] ?? ''}
            onChange={(event) => setAnswers({ ...answers, [id]: event.target.value.slice(0, 2_000) })}
          />
        </label>
      ))}
      <button className="btn btn-primary mt-3" disabled={disabled}>
        {word}
      </button>
    </form>
  );
}
