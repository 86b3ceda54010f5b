import type { SmallerPicture } from '../workers/picture.worker';

const CAN_SHRINK = /^image\/(png|jpeg|webp)$/;

/** The picture made smaller in a worker where that helps, under its own name with the ending it now has. */
export async function smallerPicture(file: File): Promise<File> {
  if (!CAN_SHRINK.test(file.type)) return file;
  const worker = new Worker(new URL('../workers/picture.worker.ts', import.meta.url), { type: 'module' });
  try {
    const made = await new Promise<SmallerPicture>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<SmallerPicture>) => resolve(data);
      worker.onerror = reject;
      worker.postMessage(file);
    });
    return made.blob === null
      ? file
      : new File([made.blob], file.name.replace(/\.[^.]+$/, '') + '.webp', { type: 'image/webp' });
  } catch {
    return file;
  } finally {
    worker.terminate();
  }
}
