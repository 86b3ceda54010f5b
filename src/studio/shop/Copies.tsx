import { OpenCopy } from './OpenCopy';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { describeBytes } from '#core/catalogue';
import { store } from '../store';
import { saveNow, saveThen } from '../store/edits';
import { noteCopy } from '../data/copies';
import { whyNotKept } from '../data/whyNotKept';
import { largeFiles, NotACopy, openCopy, type OpenedCopy, putBack, takeCopy } from '../data/workspaceFile';
import { shopWords } from '#say/shop';
const say = shopWords.copies;

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
      setSaid(say.copyYourDownloadsKeep);
    } catch (error) {
      const { why, then } = whyNotKept(error);
      setSaid(say.copyWasNotMade(why, then));
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
      setSaid(error instanceof NotACopy ? error.message : say.fileCouldNotRead);
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
      setSaid(say.yourDraftsWereNot);
    } catch (error) {
      const { why, then } = whyNotKept(error);
      setSaid(say.yourDraftsWereNot2(why, then));
    }
    setBusy(false);
  }

  return (
    <section className="sec">
      <h3 className="mb-2">{say.copiesMoving}</h3>
      <p className="flex flex-wrap gap-3">
        <button className="btn btn-quiet" disabled={busy} onClick={() => void take()}>
          {say.saveCopy}
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
          <span>{say.includeCountFileFiles(large.count, describeBytes(large.bytes))}</span>
        </label>
      )}
      {opened && (
        <div className="mt-3 border-l-4 border-draft bg-paper-2 px-4 py-3">
          <p>
            {say.copyDocumentsFilesLines(
              opened.header.savedAt.slice(0, 10),
              opened.header.documents,
              opened.header.files,
              opened.header.lines,
            )}{' '}
            {opened.header.left !== undefined &&
              (opened.header.left.length === 1
                ? say.oneLargeFileOnly
                : say.largeFilesOnlyListed(opened.header.left.length))}
            {say.replacesAllDraftsBrowser}
          </p>
          {opened.setAside.length > 0 && (
            <p className="wrong mt-2" role="alert">
              {say.countOneDocumentDocuments(opened.setAside.length, opened.setAside.slice(0, 10).join(', '))}
            </p>
          )}
          <p className="mt-2 flex gap-3">
            <button className="btn btn-primary" disabled={busy} onClick={() => void replace()}>
              {say.replaceMyDraftsCopy}
            </button>
            <button className="btn btn-quiet" onClick={() => setOpened(null)}>
              {say.cancel}
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
