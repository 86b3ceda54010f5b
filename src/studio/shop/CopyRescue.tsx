import { useState } from 'react';
import { NotACopy, openCopy, putBack, takeCopy } from '../data/workspaceFile';
import { whyNotKept } from '../data/whyNotKept';
import { OpenCopy } from './OpenCopy';

/** Copies where the window itself cannot be drawn: whatever stands in its drafts, they can be taken away and put back. */
export default function CopyRescue() {
  const [said, setSaid] = useState('');
  async function take(): Promise<void> {
    try {
      const url = URL.createObjectURL(await takeCopy(new Date()));
      Object.assign(document.createElement('a'), { href: url, download: 'shop copy.zip' }).click();
      setSaid('The copy is in your downloads.');
    } catch (error) {
      setSaid(`The copy was not made: ${whyNotKept(error).why}. Nothing was changed.`);
    }
  }
  async function put(file: File): Promise<void> {
    try {
      const copy = await openCopy(file);
      await putBack(copy).catch((error: unknown) => {
        throw new NotACopy(`Your drafts were not replaced: ${whyNotKept(error).why}. Nothing was changed.`);
      });
      location.assign('/studio/');
    } catch (error) {
      setSaid(error instanceof NotACopy ? error.message : 'This file could not be read. Nothing was changed.');
    }
  }
  return (
    <section className="mt-8 border-t border-line pt-4">
      <p>
        If this page comes back, a draft in this browser may be damaged. Take a copy first, then open an earlier one.
      </p>
      <p className="mt-3 flex flex-wrap gap-3">
        <button className="btn btn-quiet" onClick={() => void take()}>
          Take a copy
        </button>
        <OpenCopy onCopy={(file) => void put(file)} />
      </p>
      <p role="status">{said}</p>
    </section>
  );
}
