import { useEffect, useState } from 'react';
import type { FileRef } from '#core/catalogue';
import { fileUrl } from '../data/files';
import { makeWords } from '#say/make';
const say = makeWords.preview;

/** An address for a file for as long as a part of the screen shows it. */
export function useFileUrl(file: FileRef | null): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    if (!file) return;
    let free: (() => void) | null = null;
    let gone = false;
    void fileUrl(file).then((made) => {
      if (gone) return made.free();
      free = made.free;
      setUrl(made.url);
    });
    return () => {
      gone = true;
      free?.();
      setUrl(null);
    };
  }, [file?.sha256]); // eslint-disable-line react-hooks/exhaustive-deps -- the same bytes keep their address
  return file ? url : null;
}

/** The file as the buyer will meet it, where a browser can show it. */
export function Preview({ file }: { file: FileRef }) {
  const url = useFileUrl(file);
  if (url === null) return null;
  if (file.type.startsWith('image/'))
    return <img src={url} alt={file.name} className="mt-2 max-h-64 rounded-[var(--radius)]" />;
  if (file.type.startsWith('audio/')) return <audio src={url} controls className="mt-2 w-full" />;
  if (file.type.startsWith('video/')) return <video src={url} controls className="mt-2 max-h-64" />;
  if (file.type === 'application/pdf')
    return (
      <p className="mt-2">
        <a className="plain-link" href={url} target="_blank" rel="noopener">
          {say.openPdfNewWindow}
        </a>
      </p>
    );
  return (
    <p className="mt-2 text-ink-2">
      {say.yourBrowserCanT}{' '}
      <a className="plain-link" href={url} download={file.name}>
        {say.downloadIt}
      </a>
    </p>
  );
}
