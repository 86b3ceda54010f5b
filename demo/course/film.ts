import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The course's film and its captions: drawn and recorded once, by `scripts/film.ts`. */
export function filmBytes(): { film: Uint8Array; captions: Uint8Array } {
  const folder = join(process.cwd(), 'demo', 'course');
  return {
    film: readFileSync(join(folder, 'trill-pause-trill.webm')),
    captions: readFileSync(join(folder, 'trill-pause-trill.en.vtt')),
  };
}
