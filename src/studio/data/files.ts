import { type FileRef, fileTypeOf, safeFileName } from '#core/catalogue';
import type { HashNews } from '../workers/hash.worker';
import { OWNER_ROUTES } from '../../wire/contract/owner';
import { addressOf, fetchRoute } from './asked';
import { db } from './db';
import { newId } from './ids';
import { whyNotKept } from './whyNotKept';

export interface Adding {
  result: Promise<FileRef | 'cancelled'>;
  cancel: () => void;
}

/**
 * Takes a file into the browser's own storage under its SHA-256.
 * @param onProgress share done, 0 to 1
 * @throws Error with a sentence for the seller when the file cannot be read or there is no room
 */
export function addFile(file: File, onProgress: (share: number) => void): Adding {
  const worker = new Worker(new URL('../workers/hash.worker.ts', import.meta.url), { type: 'module' });
  let cancel = (): void => undefined;
  const hashed = new Promise<string>((resolve, reject) => {
    cancel = () => {
      worker.terminate();
      resolve('cancelled');
    };
    worker.onmessage = ({ data }: MessageEvent<HashNews>) => {
      if (data.kind === 'progress') onProgress(file.size === 0 ? 1 : data.done / file.size);
      else if (data.kind === 'hashed') resolve(data.sha256);
      else
        reject(
          new Error(
            `“${file.name}” could not be read. Nothing was changed. Close it in other programs and add it again.`,
          ),
        );
    };
    worker.onerror = () =>
      reject(
        new Error(
          `“${file.name}” was not added: a part of the studio could not be loaded, because the shop is not reached. Nothing was changed. Add it again when the shop answers.`,
        ),
      );
    worker.postMessage(file);
  });
  const result = hashed
    .then(async (sha256): Promise<FileRef | 'cancelled'> => {
      if (sha256 === 'cancelled') return sha256;
      await db.files.put({ sha256, blob: file }).catch((error: unknown) => {
        const { why, then } = whyNotKept(error);
        throw new Error(`“${file.name}” was not added: ${why}. Nothing was changed. ${then}`);
      });
      const name = safeFileName(file.name);
      return { id: newId('f'), sha256, name, bytes: file.size, type: fileTypeOf(name) };
    })
    .finally(() => worker.terminate());
  return { result, cancel: () => cancel() };
}

/** An address at which this browser can show a file: its own copy, or the shop's. */
export async function fileUrl(file: FileRef): Promise<{ url: string; free: () => void }> {
  const row = await db.files.get(file.sha256);
  if (!row)
    return {
      url: addressOf(OWNER_ROUTES.file, { params: { sha256: file.sha256 }, query: { type: file.type } }),
      free: () => undefined,
    };
  // The type comes from the name, never from the file itself; a blob of unknown type is not run by the browser.
  const url = URL.createObjectURL(row.blob.slice(0, row.blob.size, file.type));
  return { url, free: () => URL.revokeObjectURL(url) };
}

/** A file's bytes: this browser's own copy, or the shop's. @throws where neither can be had */
export async function fileBytes(file: FileRef): Promise<Blob> {
  const row = await db.files.get(file.sha256);
  if (row) return row.blob;
  const response = await fetchRoute(OWNER_ROUTES.file, { params: { sha256: file.sha256 }, query: {} });
  if (!response.ok) throw new Error('not reached');
  return response.blob();
}
