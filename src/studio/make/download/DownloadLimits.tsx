import type { Download } from '#core/catalogue';
import { changeDownload } from './changeDownload';

/** How often one buyer can fetch a file, and how long a link to it works. */
export function DownloadLimits({ product }: { product: Download }) {
  return (
    <section className="sec">
      <p className="sentence">
        Each buyer can fetch a file{' '}
        <input
          className="fill"
          type="number"
          min={1}
          max={1000}
          aria-label="How many times each buyer can fetch a file"
          value={product.downloads.limit}
          onChange={(e) =>
            void changeDownload(product.id, (p) => {
              p.downloads.limit = clamp(e.target.value, 1000);
            })
          }
        />{' '}
        times; a link to it works for{' '}
        <input
          className="fill"
          type="number"
          min={1}
          max={720}
          aria-label="How many hours a link to a file works"
          value={product.downloads.linkHours}
          onChange={(e) =>
            void changeDownload(product.id, (p) => {
              p.downloads.linkHours = clamp(e.target.value, 720);
            })
          }
        />{' '}
        hours.
      </p>
      <p className="cap">
        Fetching the same file again within a day counts once. Links are made anew each time the buyer looks.
      </p>
    </section>
  );
}

const clamp = (text: string, most: number): number => Math.min(most, Math.max(1, Math.round(Number(text) || 1)));
