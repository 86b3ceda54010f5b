import { filesOf, type ReleaseContent } from '#core/release';
import { store } from '../store';
import { jobEnded, jobMoved, jobStarted } from '../store/jobs';
import { db, writeMeta } from './db';
import { newId } from './ids';
import { ownerApi, readLive, sentenceOf } from './ownerApi';

/**
 * Sends what the shop does not have yet, then switches over in one step. Files that arrived stay there, so a
 * publishing that was cut short goes on where it stopped.
 * @returns what went wrong, or null
 */
export async function publishNow(
  basedOn: number | null,
  content: ReleaseContent,
): Promise<{ sentence: string; code: string } | null> {
  const id = newId('job');
  store.dispatch(jobStarted({ id, title: 'Publishing' }));
  try {
    await sendMissing(content, (share) => store.dispatch(jobMoved({ id, share })));
    const result = await store.dispatch(ownerApi.endpoints.publish.initiate({ basedOn, content }));
    if (result.error)
      throw new PublishFailed(
        sentenceOf(result.error),
        (result.error as { data?: { code?: string } }).data?.code ?? '',
      );
    const live = await readLive();
    if (live) await writeMeta('live', live);
    store.dispatch(jobEnded({ id, done: 'Published. Buyers see it now.' }));
    return null;
  } catch (error) {
    const failure =
      error instanceof PublishFailed
        ? { sentence: error.message, code: error.code }
        : {
            sentence: 'The shop was not reached, so nothing was published. Your edits are safe here. Try again.',
            code: '',
          };
    store.dispatch(jobEnded({ id, failed: 'Publishing stopped. Nothing changed for buyers.' }));
    return failure;
  }
}

/**
 * Sends files that the shop does not have yet.
 * @param onMoved told the share that has arrived
 * @throws PublishFailed with a sentence where one is not here any more
 */
export async function sendMissing(content: ReleaseContent, onMoved: (share: number) => void): Promise<void> {
  const needed = filesOf(content);
  const absent = await missingInShop(needed.map((f) => f.sha256));
  const missing = needed.filter((f) => absent.has(f.sha256));
  const all = missing.reduce((sum, f) => sum + f.bytes, 0) || 1;
  let before = 0;
  for (const file of missing) {
    const row = await db.files.get(file.sha256);
    if (!row)
      throw new PublishFailed(`“${file.name}” is not in this browser. Nothing was published. Add it again in Make.`);
    await send(file.sha256, row.blob, (sent) => onMoved((before + sent) / all));
    before += file.bytes;
  }
}

/** Makes an earlier release live again, as a new one: its pages, paths and offers with the live products and files. @returns what went wrong, or null */
export async function bringBackRelease(number: number): Promise<string | null> {
  const live = await readLive();
  const result = await store.dispatch(ownerApi.endpoints.bringBack.initiate({ number, basedOn: live?.number ?? null }));
  if (result.error) return sentenceOf(result.error);
  const now = await readLive();
  if (now) await writeMeta('live', now);
  return null;
}

/** Why something could not be sent, in a sentence. */
export class PublishFailed extends Error {
  constructor(
    sentence: string,
    readonly code = '',
  ) {
    super(sentence);
  }
}

async function missingInShop(files: string[]): Promise<Set<string>> {
  const response = await fetch('/owner/api/vault/missing', {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-keel': '1' },
    body: JSON.stringify({ files }),
  });
  if (!response.ok) throw new Error('not reached');
  return new Set(((await response.json()) as { missing: string[] }).missing);
}

/** Uploads with progress, which fetch cannot tell. */
function send(sha256: string, blob: Blob, onSent: (bytes: number) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('PUT', `/owner/api/vault/${sha256}`);
    request.setRequestHeader('x-keel', '1');
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = (event) => onSent(event.loaded);
    request.onload = () =>
      request.status === 201
        ? resolve()
        : reject(new PublishFailed('A file could not be kept by the shop. Nothing was published. Try again.'));
    request.onerror = () => reject(new Error('not reached'));
    request.send(blob);
  });
}
