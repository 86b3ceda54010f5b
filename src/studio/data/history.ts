import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { type Batch, FIRST_PREV, parseLine } from '#core/journal';
import { db } from './db';

/** So many lines of history are one row. */
const PIECE = 1_000;

/** Lines of history as rows. @param from the number of the first of them */
export function inPieces(lines: readonly string[], from = 1): { from: number; lines: string[] }[] {
  const pieces = [];
  for (let i = 0; i < lines.length; i += PIECE) pieces.push({ from: from + i, lines: lines.slice(i, i + PIECE) });
  return pieces;
}

/** Lines as text, one beneath the other, without the empty ones. */
export const linesOf = (text: string): string[] => text.split('\n').filter((line) => line !== '');

/** The hash by which the next line names this one. */
export const hashOf = (line: string): string => bytesToHex(sha256(new TextEncoder().encode(line)));

/** Whether lines follow one of this hash, as each names the one before it. None follow anything. */
export function follows(lines: readonly string[], hash: string): boolean {
  const [first] = lines;
  return first === undefined || (JSON.parse(first) as { prev?: unknown }).prev === hash;
}

/** @throws Error where one cannot be read */
export const readLines = (lines: readonly string[]): Batch[] =>
  lines.map((line) => {
    const batch = parseLine(line);
    if (!batch) throw new Error('The history holds a line that cannot be read');
    return batch;
  });

/** The piece of the history here that a line stands in. */
const pieceWith = (seq: number): Promise<{ from: number; lines: string[] } | undefined> =>
  db.history.where('from').belowOrEqual(seq).last();

/** Lines of the history here after a place, as far as one piece goes; none at its end. */
export async function linesHereAfter(seq: number): Promise<string[]> {
  const piece = await pieceWith(seq + 1);
  return piece?.lines.slice(seq + 1 - piece.from) ?? [];
}

/** The last lines of the history here, at most so many and a piece more. */
export async function lastLinesHere(most: number): Promise<string[]> {
  const last: string[][] = [];
  let count = 0;
  await db.history
    .orderBy('from')
    .reverse()
    .until(() => count >= most)
    .each(({ lines }) => {
      last.unshift(lines);
      count += lines.length;
    });
  return last.flat();
}

/** The number of the last line here; 0 where there is none. */
export async function lastSeqHere(): Promise<number> {
  const piece = await db.history.orderBy('from').last();
  return piece ? piece.from + piece.lines.length - 1 : 0;
}

/** The hash of one line of the history here; undefined where it has no such line. */
export async function hashHereAt(seq: number): Promise<string | undefined> {
  if (seq === 0) return FIRST_PREV;
  const piece = await pieceWith(seq);
  const line = piece?.lines[seq - piece.from];
  return line === undefined ? undefined : hashOf(line);
}
