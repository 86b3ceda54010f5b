import { useState } from 'react';
import type { PersonId } from '#core/ids';
import { sentenceOf, useJoinPeopleMutation } from '../data/ownerApi';

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
      <summary className="cursor-pointer">They have another address here …</summary>
      <form
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          ask(true);
        }}
      >
        <bdi>{who}</bdi> has also bought as{' '}
        <input
          className="fill w-64"
          type="email"
          aria-label="Their other address"
          placeholder="other@example.org"
          value={address}
          onChange={(event) => {
            setAddress(event.target.value);
            setComesTo(null);
            setSaid(null);
          }}
        />
        <p className="mt-2">
          <button className="btn btn-quiet btn-sm" disabled={joining.isLoading || address.trim() === ''}>
            See what making them one comes to
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
              Make them one
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
