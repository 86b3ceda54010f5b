import { useState } from 'react';
import { NotACopy, openCopy, putBack, takeCopy } from '../data/workspaceFile';
import { whyNotKept } from '../data/whyNotKept';
import { OpenCopy } from './OpenCopy';
import { shopWords } from '#say/shop';
const say = shopWords.copyRescue;

/** Copies where the window itself cannot be drawn: whatever stands in its drafts, they can be taken away and put back. */
export default function CopyRescue() {
  const [said, setSaid] = useState('');
  async function take(): Promise<void> {
    try {
      const url = URL.createObjectURL(await takeCopy(new Date()));
      Object.assign(document.createElement('a'), { href: url, download: 'shop copy.zip' }).click();
      setSaid(say.copyYourDownloads);
    } catch (error) {
      setSaid(say.copyWasNotMade(whyNotKept(error).why));
    }
  }
  async function put(file: File): Promise<void> {
    try {
      const copy = await openCopy(file);
      await putBack(copy).catch((error: unknown) => {
        throw new NotACopy(say.yourDraftsWereNot(whyNotKept(error).why));
      });
      location.assign('/studio/');
    } catch (error) {
      setSaid(error instanceof NotACopy ? error.message : say.fileCouldNotRead);
    }
  }
  return (
    <section className="mt-8 border-t border-line pt-4">
      <p>{say.ifPageKeepsAppearing}</p>
      <p className="mt-3 flex flex-wrap gap-3">
        <button className="btn btn-quiet" onClick={() => void take()}>
          {say.saveCopy}
        </button>
        <OpenCopy onCopy={(file) => void put(file)} />
      </p>
      <p role="status">{said}</p>
    </section>
  );
}
