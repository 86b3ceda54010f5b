import type { PersonId } from '#core/ids';
import { useState } from 'react';
import { May } from '../frame/May';
import { sentenceOf, useSendLinkMutation } from '../data/ownerApi';
import { deliverWords } from '#say/deliver';
const say = deliverWords.answerThem;

/** A ready reply, computed from what is recorded, to copy; and a fresh way in, sent at once. */
export function AnswerThem({ personId, text }: { personId: PersonId; text: string }) {
  const [said, setSaid] = useState<string | null>(null);
  const [send, sending] = useSendLinkMutation();
  return (
    <div className="sec">
      <h3>{say.reply}</h3>
      <details className="mt-1.5">
        <summary className="cursor-pointer text-ink-2">{say.suggestedReply}</summary>
        <p
          className="mt-2 border border-line bg-field px-3 py-2 break-words whitespace-pre-line"
          dir="auto"
          aria-label={say.suggestedReply}
        >
          {text}
        </p>
      </details>
      <p className="mt-2 flex flex-wrap gap-3">
        <button
          className="btn btn-quiet btn-sm"
          onClick={() =>
            void navigator.clipboard.writeText(text).then(
              () => setSaid(say.copied),
              () => setSaid(say.yourBrowserDidNot),
            )
          }
        >
          {say.copyReply}
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
            {say.sendSignLink}
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
