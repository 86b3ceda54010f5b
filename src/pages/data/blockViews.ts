import { describeBytes, type FileRef, type LessonBlock, safeFileName } from '#core/catalogue';
import type { FileId } from '#core/ids';
import type { LessonBlockView } from '../learn/view';

/** Where the files of something written are for whoever reads it, and where they were in them. */
export interface Reader {
  locale: string;
  fileHref: (file: FileRef) => string;
  /** Seconds into a film or sound, by its file. */
  places?: Readonly<Record<FileId, { seconds: number }>>;
}

/** One block of a lesson or post as its reader meets it. */
export function blockView(block: LessonBlock, { locale, fileHref, places = {} }: Reader): LessonBlockView {
  const { id } = block;
  const seen = (file: FileRef): string => inItsPlace(fileHref(file));
  switch (block.kind) {
    case 'words':
      return block;
    case 'picture':
      return { id, kind: 'picture', src: seen(block.file), alt: block.alt };
    case 'film-elsewhere': {
      const url = block.url.trim();
      return { id, kind: 'film-elsewhere', title: block.title, url, host: URL.canParse(url) ? new URL(url).host : url };
    }
    case 'sound':
    case 'film': {
      const played = {
        id: block.file.id,
        title: block.title,
        src: seen(block.file),
        captions: block.captions.map(({ language, file }) => ({
          language,
          name: new Intl.DisplayNames([locale], { type: 'language' }).of(language) ?? language,
          src: seen(file),
        })),
        at: places[block.file.id]?.seconds ?? 0,
      };
      return block.kind === 'sound'
        ? { kind: 'sound', ...played }
        : { kind: 'film', ...played, poster: block.poster && seen(block.poster) };
    }
  }
}

/** What there is to take along. */
export const fileViews = (files: readonly FileRef[], { locale, fileHref }: Reader) =>
  files.map((file) => ({
    id: file.id,
    name: safeFileName(file.name),
    size: describeBytes(file.bytes, locale),
    href: fileHref(file),
  }));

/** Shown where it stands, and not taken along. */
const inItsPlace = (href: string): string => (href.startsWith('/') && !href.includes('?') ? `${href}?view` : href);
