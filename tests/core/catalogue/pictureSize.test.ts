import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { pictureSize } from '#core/catalogue';

const ascii = (text: string): number[] => [...text].map((c) => c.charCodeAt(0));

// Written by hand from the standards (from memory), not by what reads them.
test('the size of a picture stands in its head, whatever the format', () => {
  const png = [
    0x89,
    ...ascii('PNG'),
    13,
    10,
    26,
    10,
    0,
    0,
    0,
    13,
    ...ascii('IHDR'),
    0,
    0,
    0x27,
    0x10,
    0,
    0,
    0x4e,
    0x20,
  ];
  expect(pictureSize(Uint8Array.from(png))).toEqual({ width: 10_000, height: 20_000 });
  expect(pictureSize(Uint8Array.from([...ascii('GIF89a'), 0x40, 0x01, 0xc8, 0x00]))).toEqual({
    width: 320,
    height: 200,
  });
  // An application segment of 16 bytes, then the frame header: precision, height, width.
  const jpeg = [
    0xff,
    0xd8,
    0xff,
    0xe0,
    0,
    16,
    ...new Array<number>(14).fill(0),
    0xff,
    0xc2,
    0,
    17,
    8,
    0x02,
    0x58,
    0x03,
    0x20,
    3,
  ];
  expect(pictureSize(Uint8Array.from(jpeg))).toEqual({ width: 800, height: 600 });
  const riff = (chunk: string, rest: number[]): Uint8Array =>
    Uint8Array.from([
      ...ascii('RIFF'),
      0,
      0,
      0,
      0,
      ...ascii('WEBP'),
      ...ascii(chunk),
      0,
      0,
      0,
      0,
      ...rest,
      ...new Array<number>(12).fill(0),
    ]);
  expect(pictureSize(riff('VP8X', [0, 0, 0, 0, 0x1f, 0x03, 0, 0x57, 0x02, 0]))).toEqual({ width: 800, height: 600 });
  expect(pictureSize(riff('VP8 ', [0, 0, 0, 0x9d, 0x01, 0x2a, 0x20, 0x03, 0x58, 0x02]))).toEqual({
    width: 800,
    height: 600,
  });
  // 14 bits each, less one: 799 and 599.
  const bits = 799 | (599 << 14);
  expect(
    pictureSize(riff('VP8L', [0x2f, bits & 255, (bits >> 8) & 255, (bits >> 16) & 255, (bits >> 24) & 255])),
  ).toEqual({
    width: 800,
    height: 600,
  });
  expect(pictureSize(Uint8Array.from(ascii('no picture at all, but long enough to be one')))).toBeNull();
  expect(pictureSize(new Uint8Array(0))).toBeNull();
});

test('a real picture of ours', () => {
  const view = readFileSync('docs/screenshots/price.png');
  expect(pictureSize(view)?.width).toBeGreaterThanOrEqual(1_200);
});
