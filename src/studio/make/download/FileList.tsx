import { ChooseFile } from '../../frame/ChooseFile';
import { useState } from 'react';
import { describeBytes, type FileRef, type Download } from '#core/catalogue';
import { changeDownload } from './changeDownload';
import { useAppSelector } from '../../store';
import { NameOnIt } from '../inside/NameOnIt';
import { Preview } from '../Preview';
import { addFilesTo, cancelUpload, replaceFile } from '../uploads';
import { makeDownloadWords } from '#say/make/download';
const say = makeDownloadWords.fileList;

/** The files of a product in the order buyers see them: added with progress, previewed, replaced, moved, taken out. */
export function FileList({ product }: { product: Download }) {
  const [shown, setShown] = useState<string | null>(null);
  const running = useAppSelector((state) => state.jobs).filter(
    (job) => job.state === 'running' && job.id.startsWith('up_'),
  );
  return (
    <>
      <ul>
        {product.files.map((file, i) => (
          <FileRow
            key={file.id}
            product={product}
            file={file}
            at={i}
            open={shown === file.id}
            onToggle={() => setShown(shown === file.id ? null : file.id)}
          />
        ))}
        {running.map((job) => (
          <li key={job.id} className="flex items-center gap-3 border-t border-line py-2">
            <span className="min-w-0 flex-1 break-words" dir="auto">
              {job.title}
            </span>
            <progress
              className="progress w-32"
              value={job.share ?? undefined}
              max={1}
              aria-label={say.adding(job.title)}
            />
            <button className="opt" onClick={() => cancelUpload(job.id)}>
              {say.cancel}
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-2">
        <ChooseFile
          words={product.files.length === 0 ? say.addFiles : say.addMoreFiles}
          label={say.addFiles}
          several
          button
          onFiles={(files) => {
            addFilesTo(product.id, files, product.files.length);
          }}
        />
      </p>
    </>
  );
}

function FileRow({
  product,
  file,
  at,
  open,
  onToggle,
}: {
  product: Download;
  file: FileRef;
  at: number;
  open: boolean;
  onToggle: () => void;
}) {
  const edit = (recipe: (p: Download) => void): void => void changeDownload(product.id, recipe);
  const move = (by: -1 | 1): void =>
    edit((p) => {
      const [moved] = p.files.splice(at, 1);
      if (moved) p.files.splice(at + by, 0, moved);
    });
  return (
    <li className="border-t border-line py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="min-w-40 flex-1 break-words" dir="auto">
          {file.name} <span className="cap">{describeBytes(file.bytes)}</span>
        </span>
        <button
          className="opt"
          aria-expanded={open}
          aria-label={say.closeOrPreview(open, file.name)}
          onClick={onToggle}
        >
          {open ? say.close : say.preview}
        </button>
        {at > 0 && (
          <button className="opt" aria-label={say.moveUp(file.name)} onClick={() => move(-1)}>
            {say.up}
          </button>
        )}
        {at < product.files.length - 1 && (
          <button className="opt" aria-label={say.moveDown(file.name)} onClick={() => move(1)}>
            {say.down}
          </button>
        )}
        <ChooseFile
          words={say.replace}
          label={say.replace2(file.name)}
          onFiles={([next]) => {
            if (next) replaceFile(product.id, file.id, next);
          }}
        />
        <button
          className="opt"
          aria-label={say.remove(file.name)}
          onClick={() =>
            edit((p) => {
              p.files = p.files.filter((f) => f.id !== file.id);
            })
          }
        >
          {say.remove2}
        </button>
      </div>
      <NameOnIt file={file} named={product.downloads.named === true} />
      {(file.earlier ?? []).map((before, i) => (
        <p key={`${before.sha256}${i}`} className="cap">
          {say.previousVersion(before.name, describeBytes(before.bytes))}{' '}
          <button
            className="opt !text-[13px]"
            aria-label={say.restore(before.name, describeBytes(before.bytes))}
            onClick={() =>
              edit((p) => {
                const found = p.files.find((f) => f.id === file.id);
                const chosen = found?.earlier?.[i];
                if (!found || !chosen) return;
                const { sha256, name, bytes, type } = found;
                const rest = (found.earlier ?? []).filter((_, k) => k !== i);
                Object.assign(found, chosen, { earlier: [{ sha256, name, bytes, type }, ...rest] });
              })
            }
          >
            {say.restoreIt}
          </button>
        </p>
      ))}
      {open && <Preview file={file} />}
    </li>
  );
}
