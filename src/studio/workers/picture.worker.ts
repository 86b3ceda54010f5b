/** A picture that came out smaller, or null where nothing was gained. */
export interface SmallerPicture {
  blob: Blob | null;
  width: number;
  height: number;
}

/** Wide enough for a page on a fine screen; more only makes a page slow. */
const WIDEST = 1_600;
const SMALL_ENOUGH = 300_000;
const QUALITY = 0.85;

/** Draws a photo at a sensible size. Drawings, moving pictures and what a browser cannot read stay as they are. */
onmessage = async ({ data }: MessageEvent<Blob>) => {
  const unchanged: SmallerPicture = { blob: null, width: 0, height: 0 };
  try {
    const picture = await createImageBitmap(data, { imageOrientation: 'from-image' });
    const scale = Math.min(1, WIDEST / picture.width);
    if (scale === 1 && data.size <= SMALL_ENOUGH) return postMessage(unchanged);
    const width = Math.round(picture.width * scale);
    const height = Math.round(picture.height * scale);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.drawImage(picture, 0, 0, width, height);
    const blob = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY });
    postMessage((blob.size < data.size ? { blob, width, height } : unchanged) satisfies SmallerPicture);
  } catch {
    postMessage(unchanged);
  }
};
