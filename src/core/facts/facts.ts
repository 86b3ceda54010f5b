/**
 * What facts of the history say of themselves. Folding reads them by these functions alone: they work nothing out that
 * could come out differently under another version of prices, terms or taxes.
 */

/** How many of a line were bought: one where nothing is said. */
export const quantityOf = ({ quantity }: { quantity?: number | undefined }): number => quantity ?? 1;

interface PaidLines {
  lines: readonly { dueToday: number }[];
  replaces?: { used: number } | undefined;
}

/**
 * What the card pays of each line today, in minor units. Credit of what is replaced lowers the line that replaces it
 * alone: the first.
 */
export const cardPaysOf = ({ lines, replaces }: PaidLines): number[] =>
  lines.map((line, i) => line.dueToday - (i === 0 ? (replaces?.used ?? 0) : 0));

interface TermsSaid {
  kind: string;
  trial?: unknown;
  introductory?: unknown;
}

/** Has a trial or a cheaper beginning, which one person has once. */
export const beginsCheaper = (terms: TermsSaid): boolean =>
  (terms.kind === 'plan' || terms.kind === 'subscription') &&
  (terms.trial !== undefined || (terms.kind === 'subscription' && terms.introductory !== undefined));
