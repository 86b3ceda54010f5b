import { useState } from 'react';
import type { ShopDetails } from '#core/catalogue';
import type { Message } from '#core/emails';
import { EmailBody } from '../../emails/EmailBody';
import { emailColours, emailStyles } from '../../emails/styles';
import { followUpWords } from '#say/followUp';
const say = followUpWords.emailPreview;

const GROUNDS = [
  ['day', say.day],
  ['night', say.night],
  ['text', say.plainText],
] as const;

/** An email as it is read: by day, by night, and as the plain text that goes with it. */
export function EmailPreview({
  email,
  from,
}: {
  email: Message;
  from: Pick<ShopDetails, 'name' | 'senderAddress' | 'brand'>;
}) {
  const [ground, setGround] = useState<(typeof GROUNDS)[number][0]>('day');
  const colours = emailColours(from.brand);
  return (
    <article className="mt-5 max-w-[560px] border border-line" aria-label={say.emailAsSent}>
      <header className="border-b border-line bg-field px-5 py-3">
        <h3 dir="auto">{email.subject}</h3>
        <p className="cap">{say.from(from.name, from.senderAddress)}</p>
        <div className="mt-2 flex gap-4" role="group" aria-label={say.howEmailShown}>
          {GROUNDS.map(([id, name]) => (
            <button
              key={id}
              className={ground === id ? 'opt font-semibold !no-underline' : 'opt'}
              aria-pressed={ground === id}
              onClick={() => setGround(id)}
            >
              {name}
            </button>
          ))}
        </div>
      </header>
      {ground === 'text' ? (
        <p className="bg-field px-5 py-4 break-words whitespace-pre-line" dir="auto">
          {email.text}
        </p>
      ) : (
        // Its button would sign the seller in as a customer.
        <div onClickCapture={(event) => event.preventDefault()}>
          <EmailBody document={email.document} style={emailStyles(colours[ground])} />
        </div>
      )}
    </article>
  );
}
