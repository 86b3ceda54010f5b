import { DEFAULT_BRAND, type FileRef, MOST_FILES } from '#core/catalogue';
import type { BlockId, FileId, PageId, ProductId } from '#core/ids';
import { change } from '../data/draft';
import { changeDownload } from './download/changeDownload';
import { addFile } from '../data/files';
import { newId } from '../data/ids';
import { store } from '../store';
import { type NotTaken, smallerPicture } from './smallerPicture';
import { jobDropped, jobEnded, jobMoved, jobStarted } from '../store/jobs';
import { makeWords } from '#say/make';
const say = makeWords.uploads;

const cancels = new Map<string, () => void>();

/** Stops a running upload; what it had read is forgotten. */
export const cancelUpload = (jobId: string): void => cancels.get(jobId)?.();

/**
 * Adds files to a product one after another, each with its own progress in the sheet and the foot line.
 * @param already how many it has
 */
export function addFilesTo(productId: ProductId, files: readonly File[], already: number): void {
  // Judged before anything is read: what cannot be kept is not uploaded first.
  const room = Math.max(0, MOST_FILES - already);
  const left = files.slice(room);
  if (left.length > 0) {
    const id = newId('up');
    const [first] = left;
    store.dispatch(jobStarted({ id, title: first?.name ?? '' }));
    store.dispatch(
      jobEnded({
        id,
        failed: say.productHoldsUpFiles(MOST_FILES, left.length, first?.name ?? ''),
      }),
    );
  }
  void (async () => {
    for (const file of files.slice(0, room)) {
      await takeIn(file, (ref) =>
        changeDownload(productId, (p) => {
          // The same file twice is one file.
          if (p.files.length < MOST_FILES && !p.files.some((f) => f.sha256 === ref.sha256 && f.name === ref.name))
            p.files.push(ref);
        }),
      );
    }
  })();
}

/** Puts another file where one stands. What was there is kept as an earlier version, and buyers' links go on working. */
export function replaceFile(productId: ProductId, fileId: FileId, file: File): void {
  void takeIn(file, (ref) =>
    changeDownload(productId, (p) => {
      const found = p.files.find((f) => f.id === fileId);
      if (!found || found.sha256 === ref.sha256) return;
      const { sha256, name, bytes, type, earlier } = found;
      Object.assign(found, {
        sha256: ref.sha256,
        name: ref.name,
        bytes: ref.bytes,
        type: ref.type,
        earlier: [{ sha256, name, bytes, type }, ...(earlier ?? [])].slice(0, 20),
      });
    }),
  );
}

/** Sets a product's picture. */
export function setPicture(productId: ProductId, file: File): void {
  void takePicture(file, (ref) =>
    change('product', productId, (p) => {
      p.picture = { file: ref, alt: p.picture?.alt ?? '' };
    }),
  );
}

/** Sets the shop's logo. */
export function setLogo(file: File): void {
  void takePicture(file, (ref) =>
    change('shop', 'shop', (shop) => {
      shop.brand = { ...(shop.brand ?? DEFAULT_BRAND), logo: { file: ref, alt: shop.name } };
    }),
  );
}

/** Sets the picture of a block on a page. */
export function setBlockPicture(pageId: PageId, blockId: BlockId, file: File): void {
  void takePicture(file, (ref) =>
    change('page', pageId, (page) => {
      const block = page.blocks.find((b) => b.id === blockId);
      if (block?.kind === 'picture' || block?.kind === 'maker') block.file = ref;
    }),
  );
}

const takePicture = async (file: File, onTaken: (ref: FileRef) => Promise<void>): Promise<void> =>
  takeIn(file.size === 0 ? file : await smallerPicture(file), onTaken);

/** Takes a file in, with its progress in the foot line. @param onTaken puts it where it belongs */
export async function takeIn(file: File | NotTaken, onTaken: (ref: FileRef) => Promise<void>): Promise<void> {
  const id = newId('up');
  if ('why' in file) {
    store.dispatch(jobStarted({ id, title: file.name }));
    store.dispatch(jobEnded({ id, failed: file.why }));
    return;
  }
  store.dispatch(jobStarted({ id, title: file.name }));
  if (file.size === 0) {
    store.dispatch(jobEnded({ id, failed: say.emptySoWasNot(file.name) }));
    return;
  }
  const adding = addFile(file, (share) => store.dispatch(jobMoved({ id, share })));
  cancels.set(id, adding.cancel);
  try {
    const ref = await adding.result;
    if (ref === 'cancelled') store.dispatch(jobDropped(id));
    else {
      await onTaken(ref);
      store.dispatch(jobEnded({ id, done: say.added(file.name) }));
    }
  } catch (error) {
    store.dispatch(jobEnded({ id, failed: (error as Error).message }));
  } finally {
    cancels.delete(id);
  }
}
