import { parseLine } from './batch';

/** What the first line names as the hash before it. */
export const FIRST_PREV = '0'.repeat(64);

export interface ChainProblem {
  line: number;
  sentence: string;
}

/**
 * Checks that lines follow one another: numbers without a gap, each naming the hash of the one before.
 * This shows accidental change, no more: whoever can rewrite every line can rewrite every hash.
 * @param hash SHA-256 in hex over a line's bytes without its line feed
 */
export function verifyChain(lines: Iterable<string>, hash: (line: string) => string): ChainProblem | null {
  let prev = FIRST_PREV;
  let seq = 0;
  for (const line of lines) {
    seq += 1;
    const batch = parseLine(line);
    if (!batch) return { line: seq, sentence: `Line ${seq} of the history cannot be read.` };
    if (batch.seq !== seq) return { line: seq, sentence: `Line ${seq} of the history says it is number ${batch.seq}.` };
    if (batch.prev !== prev)
      return { line: seq, sentence: `Line ${seq - 1} of the history was changed after it was written.` };
    prev = hash(line);
  }
  return null;
}
