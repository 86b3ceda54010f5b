import { useState } from 'react';
import { describeBytes, type FileRef, type Product } from '#core/catalogue';
import { change } from '../data/draft';
import { useAppSelector } from '../store';
import { Preview } from './Preview';
import { addFilesTo, cancelUpload } from './uploads';

/** The files of a product: added with progress, previewed, taken out. */
export function FileList({ product }: { product: Product }) {
  const [shown, setShown] = useState<string | null>(null);
  const running = useAppSelector((state) => state.jobs).filter((job) => job.state === 'running' && job.id.startsWith('up_'));
  return (
    <>
      <ul>
        {product.files.map((file) => (
          <FileRow key={file.id} file={file} open={shown === file.id} onToggle={() => setShown(shown === file.id ? null : file.id)} onRemove={() => void change('product', product.id, (p) => { p.files = p.files.filter((f) => f.id !== file.id); })} />
        ))}
        {running.map((job) => (
          <li key={job.id} className="flex items-center gap-3 border-t border-line py-2">
            <span className="min-w-0 flex-1 break-words" dir="auto">{job.title}</span>
            <progress className="progress w-32" value={job.share ?? undefined} max={1} aria-label={`Adding ${job.title}`} />
            <button className="opt" onClick={() => cancelUpload(job.id)}>Cancel</button>
          </li>
        ))}
      </ul>
      <label className="btn btn-quiet mt-2 focus-within:outline-2">
        {product.files.length === 0 ? 'Add files' : 'Add more files'}
        <input type="file" multiple className="sr-only" aria-label="Add files" onChange={(event) => {
          addFilesTo(product.id, [...(event.target.files ?? [])]);
          event.target.value = '';
        }} />
      </label>
    </>
  );
}

function FileRow({ file, open, onToggle, onRemove }: { file: FileRef; open: boolean; onToggle: () => void; onRemove: () => void }) {
  return (
    <li className="border-t border-line py-2">
      <div className="flex items-baseline gap-3">
        <span className="min-w-0 flex-1 break-words" dir="auto">{file.name} <span className="cap">{describeBytes(file.bytes)}</span></span>
        <button className="opt" aria-expanded={open} aria-label={`${open ? 'Close' : 'Preview'} ${file.name}`} onClick={onToggle}>{open ? 'Close' : 'Preview'}</button>
        <button className="opt" aria-label={`Take out ${file.name}`} onClick={onRemove}>Take out</button>
      </div>
      {open && <Preview file={file} />}
    </li>
  );
}
