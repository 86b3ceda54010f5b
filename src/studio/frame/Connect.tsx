import { type FormEvent, useState } from 'react';
import { askForStudioLink, connect } from '../data/ownerApi';
import { frameWords } from '#say/frame';
const say = frameWords.connect;

/** Shown where this browser has no right to the shop: the address printed at its start opens it. */
export function Connect({ problem, onConnected }: { problem: string; onConnected: () => void }) {
  const [text, setText] = useState('');
  const [said, setSaid] = useState(problem);
  const [address, setAddress] = useState('');
  const [asked, setAsked] = useState<string | null>(null);
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    const failed = await connect(/#key=(.+)$/.exec(text.trim())?.[1] ?? text.trim());
    if (failed) setSaid(failed);
    else onConnected();
  }
  return (
    <main className="mx-auto max-w-lg p-8">
      <h1>{say.connectWindowYourShop}</h1>
      <p className="mt-3" role="status">
        {say.nothingYouEditedHere(said)}
      </p>
      <form className="mt-4 space-y-3" onSubmit={(event) => void submit(event)}>
        <label className="block">
          <span className="cap">{say.addressShopPrintedWhen}</span>
          <input
            className="typed mt-1"
            value={text}
            onChange={(event) => setText(event.target.value)}
            autoComplete="off"
          />
        </label>
        <button className="btn btn-primary">{say.connect}</button>
      </form>
      <form
        className="mt-8 space-y-3 border-t border-line pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          void askForStudioLink(address).then(setAsked);
        }}
      >
        <label className="block">
          <span className="cap">{say.helpingShopEnterYour}</span>
          <input
            className="typed mt-1"
            inputMode="email"
            autoComplete="email"
            value={address}
            onChange={(event) => setAddress(event.target.value)}
          />
        </label>
        <button className="btn btn-quiet">{say.emailMeSignLink}</button>
        {asked !== null && <p role="status">{asked}</p>}
      </form>
    </main>
  );
}
