import { type FormEvent, useState } from 'react';
import { connect } from '../data/ownerApi';

/** Shown where this browser has no right to the shop: the address printed at its start opens it. */
export function Connect({ problem, onConnected }: { problem: string; onConnected: () => void }) {
  const [text, setText] = useState('');
  const [said, setSaid] = useState(problem);
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    const failed = await connect(/#key=(.+)$/.exec(text.trim())?.[1] ?? text.trim());
    if (failed) setSaid(failed);
    else onConnected();
  }
  return (
    <main className="mx-auto max-w-lg p-8">
      <h1>Connect this window to your shop</h1>
      <p className="mt-3" role="status">
        {said} Nothing you edited here is lost.
      </p>
      <form className="mt-4 space-y-3" onSubmit={(event) => void submit(event)}>
        <label className="block">
          <span className="cap">The address, or only the key, that the shop printed when it started</span>
          <input
            className="typed mt-1"
            value={text}
            onChange={(event) => setText(event.target.value)}
            autoComplete="off"
          />
        </label>
        <button className="btn btn-primary">Connect</button>
      </form>
    </main>
  );
}
