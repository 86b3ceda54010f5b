import { useEffect, useState } from 'react';
import { type FileRef, isPdf, mayBearName } from '#core/catalogue';
import { fileBytes } from '../../data/files';
import type { PdfNews } from '../../workers/pdf.worker';
import { makeInsideWords } from '#say/make/inside';
const say = makeInsideWords.nameOnIt;

const SAYS: Record<Exclude<PdfNews, 'fine'> | 'huge', string> = {
  locked: say.fileLockedSoCan,
  damaged: say.fileDamagedNotComplete,
  huge: say.fileTooLargeStamped,
};
/** What is known of a PDF by its bytes, for as long as the studio is open. */
const known = new Map<string, Promise<PdfNews>>();

/** Says of a PDF that is to bear its buyer's name where it cannot. */
export function NameOnIt({ file, named }: { file: FileRef; named: boolean }) {
  const [news, setNews] = useState<PdfNews>('fine');
  const asked = named && mayBearName(file);
  const { sha256 } = file;
  useEffect(() => {
    let gone = false;
    if (asked)
      void lookAt(file).then((is) => {
        if (!gone) setNews(is);
      });
    return () => {
      gone = true;
    };
  }, [asked, sha256]); // eslint-disable-line react-hooks/exhaustive-deps -- the same bytes are the same PDF
  if (!named || !isPdf(file)) return null;
  const says = mayBearName(file) ? news : 'huge';
  return says === 'fine' ? null : <p className="cap text-draft">{SAYS[says]}</p>;
}

function lookAt(file: FileRef): Promise<PdfNews> {
  const before = known.get(file.sha256);
  if (before) return before;
  const looked = fileBytes(file)
    .then(
      (blob) =>
        new Promise<PdfNews>((resolve) => {
          const worker = new Worker(new URL('../../workers/pdf.worker.ts', import.meta.url), { type: 'module' });
          const end = (news: PdfNews): void => {
            worker.terminate();
            resolve(news);
          };
          worker.onmessage = ({ data }: MessageEvent<PdfNews>) => end(data);
          // What cannot be looked at here is not called damaged.
          worker.onerror = () => end('fine');
          worker.postMessage(blob);
        }),
    )
    .catch((): PdfNews => 'fine');
  known.set(file.sha256, looked);
  return looked;
}
