import { type FormEvent, useState } from 'react';
import { Field } from '../ui/Field';
import { changeAddress, changeName, endSession, type Problem, type SignedIn } from './api';
import { useMemberWords } from './memberWords';

/** One's own name, and where one is signed in. */
export function Account({ me, onDone }: { me: SignedIn; onDone: () => void }) {
  const words = useMemberWords();
  const [name, setName] = useState(me.name);
  const [address, setAddress] = useState('');
  const [said, setSaid] = useState<string | null>(null);

  const hear = (answer: { sentence: string } | Problem): void => {
    setSaid('problem' in answer ? answer.problem : answer.sentence);
    if (!('problem' in answer)) onDone();
  };
  function save(event: FormEvent): void {
    event.preventDefault();
    void changeName(name, words.notReached).then(hear);
  }
  return (
    <details className="mt-8 border-t border-line pt-4">
      <summary className="min-h-11 cursor-pointer py-2">
        <span dir="auto">{words.signedInAs(me.address)}</span>
      </summary>
      <form noValidate className="mt-2 flex flex-wrap items-end gap-3" onSubmit={save}>
        <div className="min-w-[14rem] flex-1">
          <Field
            id="own-name"
            label={words.yourName}
            autoComplete="name"
            value={name}
            onChange={setName}
            wrong={undefined}
          />
        </div>
        <button className="btn btn-quiet min-h-11">{words.keepName}</button>
      </form>
      <p className="cap mt-1">{words.nameStays}</p>
      <form
        noValidate
        className="mt-4 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void changeAddress(address, words.notReached).then(hear);
        }}
      >
        <div className="min-w-[14rem] flex-1">
          <Field
            id="own-address"
            label={words.newAddress}
            type="email"
            autoComplete="email"
            value={address}
            onChange={setAddress}
            wrong={undefined}
          />
        </div>
        <button className="btn btn-quiet min-h-11" disabled={address.trim() === ''}>
          {words.changeAddress}
        </button>
      </form>
      <h2 className="mt-5 text-lg">{words.whereSignedIn}</h2>
      <ul>
        {me.sessions.map((session) => (
          <li
            key={session.id}
            className="flex flex-wrap items-baseline justify-between gap-3 border-t border-line py-2"
          >
            <span>
              {session.what || words.someDevice}
              {session.since !== null && <span className="text-ink-2">, {words.since(session.since)}</span>}
            </span>
            {session.here ? (
              <span className="text-ink-2">{words.thisOne}</span>
            ) : (
              <button
                className="plain-link min-h-11"
                onClick={() => void endSession(session.id, words.notReached).then(hear)}
              >
                {words.endThere}
              </button>
            )}
          </li>
        ))}
      </ul>
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
    </details>
  );
}
