import { createHash, hash } from 'node:crypto';
import { FIRST_PREV } from '#core/journal';
import { readPieces } from './readLines';

/** A line of the history by its number and hash. */
export interface Link {
  seq: number;
  hash: string;
}

/** What the hashes of a history come to. */
export interface Chained extends Link {
  /** Numbers of lines that were changed after they were written. */
  changed: number[];
}

/** Follows lines from hash to hash: each names that of the one before it. */
export class Chain implements Chained {
  seq = 0;
  hash = FIRST_PREV;
  readonly changed: number[] = [];

  /** @param noted a line as it was noted down elsewhere */
  constructor(private readonly noted: Link | undefined) {}

  /** @param prev the hash that the line names @param bytes the line, without its line feed */
  add(prev: string, bytes: Buffer): void {
    if (prev !== this.hash) this.changed.push(this.seq);
    this.seq += 1;
    this.hash = hashOf(bytes);
    if (this.noted?.seq === this.seq && this.noted.hash !== this.hash) this.changed.push(this.seq);
  }
}

/** At once where the runtime can: a history has very many lines, and a stream for each costs more than its hash. */
export const hashOf = (bytes: Buffer): string =>
  typeof hash === 'function' ? hash('sha256', bytes, 'hex') : createHash('sha256').update(bytes).digest('hex');

const NAMES_IT = '"prev":"';
const HASH_LENGTH = 64;

/** The hash that a line names, without reading the rest of it: what stands before it has always the same form. */
function prevOf(bytes: Buffer): string {
  const at = bytes.indexOf(NAMES_IT) + NAMES_IT.length;
  return at < NAMES_IT.length ? '' : bytes.toString('latin1', at, at + HASH_LENGTH);
}

/** Follows every whole line of a history. */
export async function followChain(path: string, noted: Link | undefined): Promise<Chained> {
  const chain = new Chain(noted);
  for await (const piece of readPieces(path))
    for (const { bytes, whole } of piece) if (whole) chain.add(prevOf(bytes), bytes);
  const { seq, hash: last, changed } = chain;
  return { seq, hash: last, changed };
}
