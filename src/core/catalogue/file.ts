import * as z from 'zod';
import { idFor, type FileId } from '#core/ids';

/** A file as a product or page names it; its bytes live in the vault under their SHA-256. */
export const FileRef = z.object({
  id: idFor<FileId>(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().min(1).max(255),
  bytes: z.int().min(0),
  type: z.string().max(120),
  /** What stood here before it was replaced, the latest first; buyers meet only the present one. */
  earlier: z
    .array(
      z.object({
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
        name: z.string().max(255),
        bytes: z.int().min(0),
        type: z.string().max(120),
      }),
    )
    .max(20)
    .optional(),
});
export type FileRef = z.infer<typeof FileRef>;

const TYPES: Record<string, string> = {
  pdf: 'application/pdf',
  zip: 'application/zip',
  epub: 'application/epub+zip',
  txt: 'text/plain',
  csv: 'text/csv',
  wav: 'audio/wav',
  mp3: 'audio/mpeg',
  m4a: 'audio/mp4',
  ogg: 'audio/ogg',
  flac: 'audio/flac',
  mp4: 'video/mp4',
  webm: 'video/webm',
  mov: 'video/quicktime',
  vtt: 'text/vtt',
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  gif: 'image/gif',
  webp: 'image/webp',
  svg: 'image/svg+xml',
};

/** The media type by a name's ending; what a browser claims is not believed. Unknown endings are plain bytes. */
export function fileTypeOf(name: string): string {
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  return TYPES[ending] ?? 'application/octet-stream';
}

/**
 * A file name that every system can hold: no path, control or reserved characters, no leading dot, no
 * direction marks that would show a false ending, at most 120 characters with the ending kept. Other scripts stay as they are.
 */
export function safeFileName(name: string): string {
  const cleaned = name
    .normalize('NFC')
    .replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
    .replace(/[\\/:*?"<>|]/g, '-')
    .replace(/^[.\s]+|[.\s]+$/g, '');
  if (cleaned === '') return 'file';
  const characters = [...cleaned];
  if (characters.length <= 120) return cleaned;
  const ending = /\.[^.\s]{1,12}$/.exec(cleaned)?.[0] ?? '';
  return characters.slice(0, 120 - [...ending].length).join('') + ending;
}
