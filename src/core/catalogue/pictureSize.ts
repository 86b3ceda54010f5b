/** How large a picture is when it is unpacked: width and height in pixels. */
export interface PictureSize {
  width: number;
  height: number;
}

/** So many pixels are drawn at most: four bytes each, they take 400 MB of memory. */
export const MOST_PIXELS = 100_000_000;

/**
 * Reads a picture's size from its head, without unpacking it.
 * Sources, from memory: PNG (ISO/IEC 15948, 11.2.2 IHDR), GIF89a (logical screen descriptor), JPEG (ITU-T T.81, B.2.2 frame
 * header), WebP (RFC 9649, 2.5 to 2.7).
 * @param bytes the whole file, or enough of its beginning
 * @returns null where it is none of these, or its size does not stand in what there is
 */
export function pictureSize(bytes: Uint8Array): PictureSize | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const text = (at: number, length: number): string => String.fromCharCode(...bytes.subarray(at, at + length));
  if (bytes.length >= 24 && view.getUint32(0) === 0x89504e47)
    return text(12, 4) === 'IHDR' ? { width: view.getUint32(16), height: view.getUint32(20) } : null;
  if (bytes.length >= 10 && text(0, 3) === 'GIF')
    return { width: view.getUint16(6, true), height: view.getUint16(8, true) };
  if (bytes.length >= 30 && text(0, 4) === 'RIFF' && text(8, 4) === 'WEBP') return webpSize(view, text(12, 4));
  if (bytes.length >= 4 && view.getUint16(0) === 0xffd8) return jpegSize(view);
  return null;
}

function webpSize(view: DataView, chunk: string): PictureSize | null {
  const three = (at: number): number => view.getUint16(at, true) | (view.getUint8(at + 2) << 16);
  if (chunk === 'VP8X') return { width: three(24) + 1, height: three(27) + 1 };
  if (chunk === 'VP8 ') return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
  if (chunk !== 'VP8L') return null;
  const bits = view.getUint32(21, true);
  return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 };
}

function jpegSize(view: DataView): PictureSize | null {
  for (let at = 2; at + 9 < view.byteLength;) {
    if (view.getUint8(at) !== 0xff) return null;
    const marker = view.getUint8(at + 1);
    // A frame header: any of SOF0 to SOF15 but the tables and the arithmetic coding among them.
    if (marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc)
      return { width: view.getUint16(at + 7), height: view.getUint16(at + 5) };
    at += marker === 0xff ? 1 : 2 + view.getUint16(at + 2);
  }
  return null;
}
