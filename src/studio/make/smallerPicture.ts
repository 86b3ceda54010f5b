import type { SmallerPicture } from '../workers/picture.worker';
import { makeWords } from '#say/make';
const say = makeWords.smallerPicture;

const CAN_SHRINK = /^image\/(png|jpeg|webp)$/;
/** Drawings and moving pictures stay as they are. */
const STAYS = /^image\/(svg\+xml|gif)$/;

/** A picture that cannot be taken, and the sentence that says why. */
export interface NotTaken {
  name: string;
  why: string;
}

/**
 * The picture made smaller in a worker where that helps, under its own name with the ending it now has.
 * @returns a sentence where it cannot be taken: nothing is changed then
 */
export async function smallerPicture(file: File): Promise<File | NotTaken> {
  const unreadable: NotTaken = {
    name: file.name,
    why: say.canTReadAs(file.name),
  };
  if (STAYS.test(file.type)) return file;
  if (!CAN_SHRINK.test(file.type)) return unreadable;
  const worker = new Worker(new URL('../workers/picture.worker.ts', import.meta.url), { type: 'module' });
  try {
    const made = await new Promise<SmallerPicture>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<SmallerPicture>) => resolve(data);
      worker.onerror = reject;
      worker.postMessage(file);
    });
    if (made.became === 'unreadable') return unreadable;
    if (made.became === 'too-large')
      return {
        name: file.name,
        why: say.hasMoreThanMillion(file.name),
      };
    if (made.became === 'same') return file;
    return new File([made.blob], file.name.replace(/\.[^.]+$/, '') + '.webp', { type: 'image/webp' });
  } catch {
    // The program that makes it smaller did not come: as it is, it is a picture all the same.
    return file;
  } finally {
    worker.terminate();
  }
}
