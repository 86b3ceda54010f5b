import type { FileRef } from '#core/catalogue';
import { change } from '../data/draft';
import { addFile } from '../data/files';
import { newId } from '../data/ids';
import { store } from '../store';
import { jobDropped, jobEnded, jobMoved, jobStarted } from '../store/jobs';

const cancels = new Map<string, () => void>();

/** Stops a running upload; what it had read is forgotten. */
export const cancelUpload = (jobId: string): void => cancels.get(jobId)?.();

/** Adds files to a product one after another, each with its own progress in the sheet and the foot line. */
export function addFilesTo(productId: string, files: readonly File[]): void {
  void (async () => {
    for (const file of files) {
      await takeIn(file, (ref) => change('product', productId, (p) => {
        // The same file twice is one file.
        if (!p.files.some((f) => f.sha256 === ref.sha256 && f.name === ref.name)) p.files.push(ref);
      }));
    }
  })();
}

/** Sets a product's picture. */
export function setPicture(productId: string, file: File): void {
  void takeIn(file, (ref) => change('product', productId, (p) => {
    p.picture = { file: ref, alt: p.picture?.alt ?? '' };
  }));
}

/** Sets the picture of a block on a page. */
export function setBlockPicture(pageId: string, blockId: string, file: File): void {
  void takeIn(file, (ref) => change('page', pageId, (page) => {
    const block = page.blocks.find((b) => b.id === blockId);
    if (block?.kind === 'picture' || block?.kind === 'maker') block.file = ref;
  }));
}

async function takeIn(file: File, onTaken: (ref: FileRef) => Promise<void>): Promise<void> {
  const id = newId('up');
  store.dispatch(jobStarted({ id, title: file.name }));
  if (file.size === 0) {
    store.dispatch(jobEnded({ id, failed: `“${file.name}” is empty, so it was not added. Nothing was changed.` }));
    return;
  }
  const adding = addFile(file, (share) => store.dispatch(jobMoved({ id, share })));
  cancels.set(id, adding.cancel);
  try {
    const ref = await adding.result;
    if (ref === 'cancelled') store.dispatch(jobDropped(id));
    else {
      await onTaken(ref);
      store.dispatch(jobEnded({ id, done: `${file.name}: added` }));
    }
  } catch (error) {
    store.dispatch(jobEnded({ id, failed: (error as Error).message }));
  } finally {
    cancels.delete(id);
  }
}
