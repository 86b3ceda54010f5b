import type { AgreementId } from '#core/ids';

/**
 * What facts of the history say of themselves. Folding reads them by these functions alone: they work nothing out that
 * could come out differently under another version of prices, terms or taxes.
 */

/** How many of a line were bought: one where nothing is said. */
export const quantityOf = ({ quantity }: { quantity?: number | undefined }): number => quantity ?? 1;

interface PaidLines {
  lines: readonly { dueToday: number; replaces?: { used: number } | undefined }[];
}

/**
 * What the card pays of each line today, in minor units. The unused days of what a line replaces lower that line alone.
 */
export const cardPaysOf = ({ lines }: PaidLines): number[] =>
  lines.map((line) => line.dueToday - (line.replaces?.used ?? 0));

interface Replacing {
  lines: readonly { replaces?: { agreementId: AgreementId; credit: number; used: number } | undefined }[];
}

/** What paying a quote ends, line by line. */
export const replacedIn = ({ lines }: Replacing): { agreementId: AgreementId; credit: number; used: number }[] =>
  lines.flatMap(({ replaces }) => replaces ?? []);

interface TermsSaid {
  kind: string;
  trial?: unknown;
  introductory?: unknown;
}

/** Has a trial or a cheaper beginning, which one person has once. */
export const beginsCheaper = (terms: TermsSaid): boolean =>
  (terms.kind === 'plan' || terms.kind === 'subscription') &&
  (terms.trial !== undefined || (terms.kind === 'subscription' && terms.introductory !== undefined));
