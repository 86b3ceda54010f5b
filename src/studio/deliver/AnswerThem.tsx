import type { PersonId } from '#core/ids';
import { useState } from 'react';
import { May } from '../frame/May';
import { sentenceOf, useSendLinkMutation } from '../data/ownerApi';

/** A ready reply, computed from what is recorded, to copy; and a fresh way in, sent at once. */
export function AnswerThem({ personId, text }: { personId: PersonId; text: string }) {
  const [said, setSaid] = useState<string | null>(null);
  const [send, sending] = useSendLinkMutation();
  return (
    <div className="sec">
      <h3>Answer them</h3>
      <details className="mt-1.5">
        <summary className="cursor-pointer text-ink-2">A ready reply</summary>
        <p
          className="mt-2 border border-line bg-field px-3 py-2 break-words whitespace-pre-line"
          dir="auto"
          aria-label="Ready reply"
        >
          {text}
        </p>
      </details>
      <p className="mt-2 flex flex-wrap gap-3">
        <button
          className="btn btn-quiet btn-sm"
          onClick={() =>
            void navigator.clipboard.writeText(text).then(
              () => setSaid('Copied.'),
              () => setSaid('This browser did not allow copying. Open the reply and copy it by hand.'),
            )
          }
        >
          Copy the reply
        </button>
        <May right="answer">
          <button
            className="btn btn-quiet btn-sm"
            disabled={sending.isLoading}
            onClick={() =>
              void send(personId)
                .unwrap()
                .then(
                  (answer) => setSaid(answer.sentence),
                  (error: unknown) => setSaid(sentenceOf(error)),
                )
            }
          >
            Send a sign-in link
          </button>
        </May>
      </p>
      {said !== null && (
        <p className="cap mt-1.5" role="status">
          {said}
        </p>
      )}
    </div>
  );
}
