import type { JournalFile } from '../files/journalFile';

const MOST_NEWEST_LINES = 100_000;
/** Of the orders that are asked for some began in lines before their own: so many more are looked for. */
const MORE_ORDERS = 100;

/**
 * The end of the history that holds so many orders. Renewals and letters lie between them, so it is read back twice
 * as far until there are enough; what stands before them is left out.
 */
export async function linesWithNewest(journal: Pick<JournalFile, 'head' | 'lines'>, orders: number): Promise<string[]> {
  const all = journal.head().seq;
  for (let many = orders * 4; ; many *= 2) {
    const lines: string[] = [];
    for await (const line of journal.lines(Math.max(1, all - many + 1), many)) lines.push(line);
    const paid = lines.flatMap((line, i) => (line.includes('"type":"order.paid"') ? [i] : []));
    if (paid.length > orders || many >= all || many >= MOST_NEWEST_LINES)
      return lines.slice(paid.at(-orders - MORE_ORDERS) ?? 0);
  }
}
