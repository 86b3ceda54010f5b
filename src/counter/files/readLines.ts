import { type Disk, realDisk } from './disk';

interface Line {
  bytes: Buffer;
  /** The offset behind its line feed. */
  end: number;
  whole: boolean;
}

type Reads = Pick<Disk, 'pieces'>;

/**
 * Every whole line of a file from an offset on (the start of a line), with the offset behind its line feed; last, bytes without a line feed as a torn one.
 * Lines are cut by bytes, so that hashes are over exactly what is on the disk. They come in pieces as they were read:
 * waiting for each of a million lines would take longer than reading them. A file that does not exist has none.
 * @throws the error of the operating system where a file that exists cannot be read
 */
export async function* readPieces(path: string, from = 0, disk: Reads = realDisk): AsyncGenerator<Line[]> {
  let rest: Buffer = Buffer.alloc(0);
  let end = from;
  for await (const chunk of disk.pieces(path, from)) {
    const bytes = rest.length > 0 ? Buffer.concat([rest, chunk]) : chunk;
    const lines: Line[] = [];
    let lineStart = 0;
    for (let at = bytes.indexOf(10); at !== -1; at = bytes.indexOf(10, lineStart)) {
      end += at + 1 - lineStart;
      lines.push({ bytes: bytes.subarray(lineStart, at), end, whole: true });
      lineStart = at + 1;
    }
    yield lines;
    rest = bytes.subarray(lineStart);
  }
  if (rest.length > 0) yield [{ bytes: rest, end: end + rest.length, whole: false }];
}

/** The same, line by line. */
export async function* readLines(path: string, from = 0, disk: Reads = realDisk): AsyncGenerator<Line> {
  for await (const piece of readPieces(path, from, disk)) yield* piece;
}
