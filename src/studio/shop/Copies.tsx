import { OpenCopy } from './OpenCopy';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { describeBytes } from '#core/catalogue';
import { store } from '../store';
import { saveNow, saveThen } from '../store/edits';
import { noteCopy } from '../data/copies';
import { whyNotKept } from '../data/whyNotKept';
import { largeFiles, NotACopy, openCopy, type OpenedCopy, putBack, takeCopy } from '../data/workspaceFile';

/** Everything this browser holds as one file, taken out or put back. */
export function Copies() {
  const [said, setSaid] = useState<string | null>(null);
  const [opened, setOpened] = useState<OpenedCopy | null>(null);
  const [busy, setBusy] = useState(false);
  const [withLarge, setWithLarge] = useState(false);
  const large = useLiveQuery(() => largeFiles(), []);

  async function take(): Promise<void> {
    setBusy(true);
    try {
      await saveNow(store);
      const now = new Date();
      const blob = await takeCopy(now, { large: withLarge });
      const url = URL.createObjectURL(blob);
      Object.assign(document.createElement('a'), {
        href: url,
        download: `shop copy ${now.toISOString().slice(0, 10)}.zip`,
      }).click();
      setTimeout(() => URL.revokeObjectURL(url), 60_000);
      await noteCopy(now.getTime());
      setSaid('The copy is in your downloads. Keep it somewhere else than on this computer.');
    } catch (error) {
      const { why, then } = whyNotKept(error);
      setSaid(`The copy was not made: ${why}. Nothing was changed. ${then}`);
    }
    setBusy(false);
  }

  async function look(file: File): Promise<void> {
    setBusy(true);
    setOpened(null);
    try {
      setOpened(await openCopy(file));
      setSaid(null);
    } catch (error) {
      setSaid(error instanceof NotACopy ? error.message : 'This file could not be read. Nothing was changed.');
    }
    setBusy(false);
  }

  async function replace(): Promise<void> {
    if (!opened) return;
    setBusy(true);
    try {
      // Unsaved changes are saved first: saved later, they would overwrite the copy.
      const written = await saveThen(store, () => putBack(opened));
      if (written !== null) return location.reload();
      setSaid('Your drafts were not replaced, because your last changes could not be saved. Nothing was changed.');
    } catch (error) {
      const { why, then } = whyNotKept(error);
      setSaid(`Your drafts were not replaced: ${why}. Nothing was changed. ${then}`);
    }
    setBusy(false);
  }

  return (
    <section className="sec">
      <h3 className="mb-2">Copies and moving</h3>
      <p className="flex flex-wrap gap-3">
        <button className="btn btn-quiet" disabled={busy} onClick={() => void take()}>
          Take a copy
        </button>
        <OpenCopy onCopy={(file) => void look(file)} />
      </p>
      {large && large.count > 0 && (
        <label className="mt-2 flex items-baseline gap-2.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={withLarge}
            onChange={(event) => setWithLarge(event.target.checked)}
          />
          <span>
            With {large.count === 1 ? 'the file' : `the ${large.count} files`} over 100 MB ({describeBytes(large.bytes)}
            ). Left out, a copy only names them; the shop keeps what was published.
          </span>
        </label>
      )}
      {opened && (
        <div className="mt-3 border-l-4 border-draft bg-paper-2 px-4 py-3">
          <p>
            A copy of {opened.header.savedAt.slice(0, 10)}: {opened.header.documents} things, {opened.header.files}{' '}
            files, {opened.header.lines} lines of history.{' '}
            {opened.header.left !== undefined &&
              (opened.header.left.length === 1
                ? 'One large file is only named in it. '
                : `${opened.header.left.length} large files are only named in it. `)}
            It replaces all drafts in this browser; what is live stays as it is.
          </p>
          {opened.setAside.length > 0 && (
            <p className="wrong mt-2" role="alert">
              {opened.setAside.length === 1 ? 'One document' : `${opened.setAside.length} documents`} in this copy can’t
              be read and will be left out: {opened.setAside.slice(0, 10).join(', ')}
              {opened.setAside.length > 10 ? ' and more' : ''}. Everything else is taken.
            </p>
          )}
          <p className="mt-2 flex gap-3">
            <button className="btn btn-primary" disabled={busy} onClick={() => void replace()}>
              Replace what is here with this copy
            </button>
            <button className="btn btn-quiet" onClick={() => setOpened(null)}>
              Leave it
            </button>
          </p>
        </div>
      )}
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
    </section>
  );
}
