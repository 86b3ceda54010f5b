import { createReadStream, existsSync } from 'node:fs';

/**
 * Every whole line of a file from an offset on (the start of a line), with the offset behind its line feed; last, bytes without a line feed as a torn one.
 * Lines are cut by bytes, so that hashes are over exactly what is on the disk.
 */
export async function* readLines(
  path: string,
  from = 0,
): AsyncGenerator<{ bytes: Buffer; end: number; whole: boolean }> {
  if (!existsSync(path)) return;
  let rest: Buffer = Buffer.alloc(0);
  let end = from;
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20, start: from }) as AsyncIterable<Buffer>) {
    const bytes = rest.length > 0 ? Buffer.concat([rest, chunk]) : chunk;
    let lineStart = 0;
    for (let at = bytes.indexOf(10); at !== -1; at = bytes.indexOf(10, lineStart)) {
      end += at + 1 - lineStart;
      yield { bytes: bytes.subarray(lineStart, at), end, whole: true };
      lineStart = at + 1;
    }
    rest = bytes.subarray(lineStart);
  }
  if (rest.length > 0) yield { bytes: rest, end: end + rest.length, whole: false };
}
