import { ChooseFile } from '../../frame/ChooseFile';
import { useState } from 'react';
import { describeBytes, type FileRef, type Download } from '#core/catalogue';
import { changeDownload } from './changeDownload';
import { useAppSelector } from '../../store';
import { NameOnIt } from '../inside/NameOnIt';
import { Preview } from '../Preview';
import { addFilesTo, cancelUpload, replaceFile } from '../uploads';

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
              aria-label={`Adding ${job.title}`}
            />
            <button className="opt" onClick={() => cancelUpload(job.id)}>
              Cancel
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-2">
        <ChooseFile
          words={product.files.length === 0 ? 'Add files' : 'Add more files'}
          label="Add files"
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
          aria-label={`${open ? 'Close' : 'Preview'} ${file.name}`}
          onClick={onToggle}
        >
          {open ? 'Close' : 'Preview'}
        </button>
        {at > 0 && (
          <button className="opt" aria-label={`Move up ${file.name}`} onClick={() => move(-1)}>
            Up
          </button>
        )}
        {at < product.files.length - 1 && (
          <button className="opt" aria-label={`Move down ${file.name}`} onClick={() => move(1)}>
            Down
          </button>
        )}
        <ChooseFile
          words="Replace"
          label={`Replace ${file.name}`}
          onFiles={([next]) => {
            if (next) replaceFile(product.id, file.id, next);
          }}
        />
        <button
          className="opt"
          aria-label={`Take out ${file.name}`}
          onClick={() =>
            edit((p) => {
              p.files = p.files.filter((f) => f.id !== file.id);
            })
          }
        >
          Take out
        </button>
      </div>
      <NameOnIt file={file} named={product.downloads.named === true} />
      {(file.earlier ?? []).map((before, i) => (
        <p key={`${before.sha256}${i}`} className="cap">
          Before it: {before.name}, {describeBytes(before.bytes)}.{' '}
          <button
            className="opt !text-[13px]"
            aria-label={`Put back ${before.name}, ${describeBytes(before.bytes)}`}
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
            Put it back
          </button>
        </p>
      ))}
      {open && <Preview file={file} />}
    </li>
  );
}
