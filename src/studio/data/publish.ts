import { filesOf, type ReleaseContent } from '#core/release';
import { store } from '../store';
import { jobEnded, jobMoved, jobStarted } from '../store/jobs';
import { db, writeMeta } from './db';
import { newId } from './ids';
import type * as z from 'zod';
import { OWNER_ROUTES } from '../../wire/contract/owner';
import { type MissingAnswer, UPLOADS } from '../../wire/owner';
import { fetchRoute } from './asked';
import { ownerApi, readLive, sentenceOf } from './ownerApi';
import { dataWords } from '#say/data';
const say = dataWords.publish;

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
  store.dispatch(jobStarted({ id, title: say.publishing }));
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
    store.dispatch(jobEnded({ id, done: say.publishedBuyersSeeChanges }));
    return null;
  } catch (error) {
    const failure =
      error instanceof PublishFailed
        ? { sentence: error.message, code: error.code }
        : {
            sentence: say.shopCanTReached,
            code: '',
          };
    store.dispatch(jobEnded({ id, failed: say.publishingStoppedNothingChanged }));
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
  const missing = needed.filter((f) => absent.missing.includes(f.sha256));
  const all = missing.reduce((sum, f) => sum + f.bytes, 0) || 1;
  let before = 0;
  for (const file of missing) {
    const row = await db.files.get(file.sha256);
    if (!row) throw new PublishFailed(say.notBrowserNothingWas(file.name));
    await send(file.sha256, row.blob, absent.begun.includes(file.sha256), (sent) => onMoved((before + sent) / all));
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

async function missingInShop(files: string[]): Promise<z.infer<typeof MissingAnswer>> {
  const response = await fetchRoute(OWNER_ROUTES.missing, { body: { files } });
  if (!response.ok) throw new Error('not reached');
  return OWNER_ROUTES.missing.answer.parse(await response.json());
}

/** Small enough that a slow line brings each within the time a request may take; what has come is never sent again. */
const PIECE_BYTES = 8_000_000;
/** A line that is away for a minute or two is waited for. */
const WAITS_MS = [0, 1_000, 3_000, 5_000, 10_000, 20_000, 30_000, 30_000];

/** Sends a file in pieces, and goes on with what was begun, in this window or an earlier one. */
async function send(sha256: string, blob: Blob, begun: boolean, onSent: (bytes: number) => void): Promise<void> {
  const { DetailedError, Upload } = await import('tus-js-client');
  await new Promise<void>((resolve, reject) => {
    new Upload(blob, {
      endpoint: UPLOADS,
      uploadUrl: begun ? `${UPLOADS}/${sha256}` : null,
      metadata: { sha256 },
      headers: { 'x-keel': '1' },
      chunkSize: PIECE_BYTES,
      retryDelays: WAITS_MS,
      // It is known by its own name, in every browser.
      storeFingerprintForResuming: false,
      onProgress: (sent) => onSent(sent),
      onSuccess: () => resolve(),
      onError: (error) =>
        reject(
          error instanceof DetailedError && error.originalResponse
            ? new PublishFailed(
                error.originalResponse.getStatus() === 503
                  ? say.nothingWasPublishedFree(error.originalResponse.getBody())
                  : say.shopCouldNotSave,
              )
            : new PublishFailed(say.connectionWasLostWhile),
        ),
    }).start();
  });
}
