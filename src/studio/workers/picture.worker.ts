import { MOST_PIXELS, pictureSize } from '#core/catalogue';

/** A picture that came out smaller, one that stays as it is, or why it cannot be taken. */
export type SmallerPicture =
  { became: 'smaller'; blob: Blob } | { became: 'same' } | { became: 'unreadable' } | { became: 'too-large' };

/** Wide enough for a page on a fine screen; more only makes a page slow. */
const WIDEST = 1_600;
const SMALL_ENOUGH = 300_000;
const QUALITY = 0.85;

/** Draws a photo at a sensible size, and says of one that cannot be read, or unpacks to too much, that it is so. */
onmessage = async ({ data }: MessageEvent<Blob>) => {
  const say = (answer: SmallerPicture): void => postMessage(answer);
  try {
    const size = pictureSize(new Uint8Array(await data.arrayBuffer()));
    if (size === null) return say({ became: 'unreadable' });
    // Judged by its head: unpacked, it may already have taken all memory.
    if (size.width * size.height > MOST_PIXELS) return say({ became: 'too-large' });
    const picture = await createImageBitmap(data, { imageOrientation: 'from-image' });
    const scale = Math.min(1, WIDEST / picture.width);
    if (scale === 1 && data.size <= SMALL_ENOUGH) return say({ became: 'same' });
    const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale));
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const blob = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY });
    say(blob.size < data.size ? { became: 'smaller', blob } : { became: 'same' });
  } catch {
    say({ became: 'unreadable' });
  }
};
