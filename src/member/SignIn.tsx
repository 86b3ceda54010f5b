import { type FormEvent, useState } from 'react';
import { askForLink } from './api';
import { useMemberWords } from './memberWords';

/** Asking for a link by e-mail: the only way in, so there is no password to lose. */
export function SignIn() {
  const words = useMemberWords();
  const [address, setAddress] = useState('');
  const [answer, setAnswer] = useState<{ text: string; wrong: boolean } | null>(null);
  async function ask(event: FormEvent): Promise<void> {
    event.preventDefault();
    const result = await askForLink(address, words.notReached);
    setAnswer('problem' in result ? { text: result.problem, wrong: true } : { text: result.sentence, wrong: false });
  }
  return (
    <>
      <h1 className="text-2xl">{words.signInTitle}</h1>
      <p className="mt-2 text-ink-2">{words.signInHow}</p>
      <form noValidate onSubmit={(event) => void ask(event)} className="mt-5 space-y-4">
        <div className="co-field">
          <label htmlFor="address">{words.email}</label>
          <input
            id="address"
            type="email"
            autoComplete="email"
            maxLength={300}
            value={address}
            onChange={(event) => setAddress(event.target.value)}
          />
        </div>
        <button className="btn btn-primary">{words.sendLink}</button>
      </form>
      {answer && (
        <p className={`message mt-5 ${answer.wrong ? 'alarm' : ''}`} role={answer.wrong ? 'alert' : 'status'}>
          {answer.text}
        </p>
      )}
    </>
  );
}
