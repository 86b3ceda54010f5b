import { useState } from 'react';
import type { PersonId } from '#core/ids';
import { sentenceOf, useAboutQuery, useAnswerUnusualMutation } from '../data/ownerApi';
import { May } from '../frame/May';
import { deliverWords } from '#say/deliver';
const say = deliverWords.unusualUse;

/** Where somebody's access is used as one person's seldom is: what was seen, and what can be answered. */
export function UnusualUse({ personId }: { personId: PersonId }) {
  const { data: about } = useAboutQuery();
  const [act, acting] = useAnswerUnusualMutation();
  const [said, setSaid] = useState<string | null>(null);
  const seen = (about?.unusual ?? []).filter((u) => u.personId === personId);
  const ask = (by: 'end' | 'fine'): void =>
    void act({ personId, by })
      .unwrap()
      .then(
        ({ sentence }) => setSaid(sentence),
        (error: unknown) => setSaid(sentenceOf(error)),
      );
  if (seen.length === 0) return said === null ? null : <p role="status">{said}</p>;
  return (
    <div className="mt-3 border-l-4 border-draft ps-3">
      {seen.map(({ sentence }) => (
        <p key={sentence}>{sentence}</p>
      ))}
      <May right="answer">
        <p className="mt-1 flex flex-wrap gap-x-5">
          <button className="opt" disabled={acting.isLoading} onClick={() => ask('end')}>
            {say.endEverySessionLink}
          </button>
          <button className="opt" disabled={acting.isLoading} onClick={() => ask('fine')}>
            {say.sFine}
          </button>
        </p>
        <p className="cap">{say.afterOnlyNewLink}</p>
      </May>
      {said !== null && <p role="status">{said}</p>}
    </div>
  );
}
