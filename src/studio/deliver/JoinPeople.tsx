import { useState } from 'react';
import type { PersonId } from '#core/ids';
import { sentenceOf, useJoinPeopleMutation } from '../data/ownerApi';
import { deliverWords } from '#say/deliver';
const say = deliverWords.joinPeople;

/** Somebody has bought from another address too: said first what becomes of both, then one button. */
export function JoinPeople({ personId, who }: { personId: PersonId; who: string }) {
  const [join, joining] = useJoinPeopleMutation();
  const [address, setAddress] = useState('');
  const [comesTo, setComesTo] = useState<string[] | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const ask = (tryOnly: boolean): void =>
    void join({ personId, address, tryOnly })
      .unwrap()
      .then(
        ({ sentences, joined }) => {
          setComesTo(joined ? null : sentences);
          setSaid(joined ? sentences.join(' ') : null);
          if (joined) setAddress('');
        },
        (error: unknown) => {
          setComesTo(null);
          setSaid(sentenceOf(error));
        },
      );
  return (
    <details className="sec">
      <summary className="cursor-pointer">{say.mergeAnotherPerson}</summary>
      <form
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          ask(true);
        }}
      >
        <bdi>{who}</bdi> {say.hasAlsoBoughtAs}{' '}
        <input
          className="fill w-64"
          type="email"
          aria-label={say.otherEmailAddress}
          placeholder={say.otherExampleOrg}
          value={address}
          onChange={(event) => {
            setAddress(event.target.value);
            setComesTo(null);
            setSaid(null);
          }}
        />
        <p className="mt-2">
          <button className="btn btn-quiet btn-sm" disabled={joining.isLoading || address.trim() === ''}>
            {say.previewMerge}
          </button>
        </p>
      </form>
      {comesTo !== null && (
        <>
          {comesTo.map((sentence) => (
            <p key={sentence} className="mt-2" dir="auto">
              {sentence}
            </p>
          ))}
          <p className="mt-2">
            <button className="btn btn-quiet btn-sm" disabled={joining.isLoading} onClick={() => ask(false)}>
              {say.merge}
            </button>
          </p>
        </>
      )}
      {said !== null && (
        <p className="mt-2" role="status" dir="auto">
          {said}
        </p>
      )}
    </details>
  );
}
