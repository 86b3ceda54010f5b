import type { Download } from '#core/catalogue';
import { FileList } from './FileList';
import { LinkList } from './LinkList';
import { makeDownloadWords } from '#say/make/download';
const say = makeDownloadWords.downloadContents;

/** The files and links that a buyer gets. */
export function DownloadContents({ product }: { product: Download }) {
  return (
    <section className="sec mt-4">
      <h3 className="mb-2">{say.filesBuyerGets}</h3>
      <FileList product={product} />
      <div className="mt-3">
        <LinkList product={product} />
      </div>
    </section>
  );
}
