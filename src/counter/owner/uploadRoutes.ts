import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { ERRORS, Server, type Upload } from '@tus/server';
import { type Request, type Response, Router } from 'express';
import { DAY } from '#core/calendar';
import { UPLOADS } from '../../wire';
import type { CounterContext } from '../context';
import { isDiskError } from '../files/fileCalls';
import { Problem } from '../http/problem';

/** Larger ones do not exist for browsers. */
const MOST_BYTES = 20_000_000_000;
/** What was begun and not gone on with for so long is given up. */
const KEPT_MS = 14 * DAY;
const SHA256 = /^[0-9a-f]{64}$/;

/** An upload that is begun again goes on where it was: another window, or a stranger to the first, loses it nothing. */
class KeepingStore extends FileStore {
  override async create(upload: Upload): Promise<Upload> {
    const known = await this.getUpload(upload.id).catch((error: unknown) => {
      // Only what is not there is begun; of what could not be looked at, nothing may be written over.
      if (error === ERRORS.FILE_NOT_FOUND || error === ERRORS.FILE_NO_LONGER_EXISTS) return null;
      throw error;
    });
    return known !== null && known.size === upload.size ? known : super.create(upload);
  }
}

/**
 * Files on their way into the vault, in pieces that are kept as they come: a lost line or a closed window loses none of
 * them. The open tus protocol (1.0.0), each upload named by the SHA-256 it has to have in the end.
 */
export function uploadRoutes({ vault }: Pick<CounterContext, 'vault'>): Router {
  const router = Router();
  const store = new KeepingStore({ directory: vault.coming, expirationPeriodInMilliseconds: KEPT_MS });
  const server = new Server({
    path: UPLOADS,
    datastore: store,
    maxSize: MOST_BYTES,
    relativeLocation: true,
    // Nobody else's pages send anything here: these routes lie behind the studio's door.
    allowedOrigins: () => false,
    namingFunction: (_req, metadata) => {
      const sha256 = metadata?.['sha256'] ?? '';
      // eslint-disable-next-line @typescript-eslint/only-throw-error -- what the protocol's server reads
      if (!SHA256.test(sha256)) throw { status_code: 400, body: 'An upload is named by its SHA-256.' };
      return sha256;
    },
    getFileIdFromRequest: (_req, last) => (last !== undefined && SHA256.test(last) ? last : undefined),
    async onUploadFinish(_req, { id }) {
      const whole = await vault.take(join(vault.coming, id), id);
      await store.configstore.delete(id);
      // eslint-disable-next-line @typescript-eslint/only-throw-error -- what the protocol's server reads
      if (!whole) throw { status_code: 422, body: 'The file changed during the upload, so it was not saved.' };
      return {};
    },
    // The store says of any refusal of the disk only that it could not write.
    onResponseError: (_req, error) =>
      error === ERRORS.FILE_WRITE_ERROR || isDiskError(error)
        ? {
            status_code: 503,
            body: 'The shop could not save the file: its disk may be full. What was uploaded so far is kept.',
          }
        : undefined,
  });
  // What a crash or a seller who never came back has left.
  void server.cleanUpExpiredUploads().catch(() => undefined);

  const handle = async (req: Request, res: Response): Promise<void> => {
    // It reads the whole address, whatever it is mounted under.
    req.url = req.originalUrl;
    await server.handle(req, res);
  };
  router.post('/uploads', handle);
  router.head('/uploads/:sha256', handle);
  router.patch('/uploads/:sha256', handle);
  router.all(['/uploads', '/uploads/:sha256'], () => {
    throw new Problem(405, 'This cannot be done to an upload. Nothing was changed.', 'bad-request');
  });
  return router;
}
