import { parseAmount } from '#core/money';
import type { DraftAccess, DraftPrice } from './draftOffer';
import { termsProblem, type TermsPart } from './draftTerms';
import { CardStatement } from './price';
import { countProblem, dayProblem, isDay, limitProblem, minorOf, paidProblem, saleProblem } from './typed';

const LONGEST = 1_200;

/** The part of a price in which something is wrong. */
export type PricePart =
  | TermsPart
  | 'usual'
  | 'access'
  | 'words'
  | 'limit'
  | 'sale'
  | 'cardStatement'
  | 'rise'
  | 'replaces'
  | 'article'
  | 'owned';
export interface PriceProblem {
  part: PricePart;
  /** One sentence that says what is wrong and how to write it. */
  text: string;
}

/** What is wrong with a price as typed, in one sentence, or null. */
export const draftTermsProblem = (price: DraftPrice, currency: string): string | null =>
  priceProblem(price, currency)?.text ?? null;

/** The first thing wrong with a price as typed, and where; null when it can be sold. */
export function priceProblem(price: DraftPrice, currency: string): PriceProblem | null {
  const terms = termsProblem(price.terms, currency);
  if (terms) return terms;
  const parts: [PricePart, string | null][] = [
    ['usual', usualProblem(price, currency)],
    ['access', price.terms.kind === 'subscription' ? null : accessProblem(price.access)],
    [
      'words',
      price.words !== null && price.words.trim() === ''
        ? 'In place of the number: write the words, or remove them.'
        : null,
    ],
    [
      'article',
      price.article !== null && price.article.trim() === ''
        ? 'Which number does it have with you? Write it, or remove it.'
        : null,
    ],
    ['rise', riseProblem(price, currency)],
    ['limit', limitProblem(price.limit)],
    ['sale', saleProblem(price.sale)],
    [
      'replaces',
      price.replaces !== null && price.replaces.offerId === ''
        ? 'Which subscription does it end? Choose one, or remove this.'
        : null,
    ],
    ['owned', ownedProblem(price, currency)],
    [
      'cardStatement',
      price.cardStatement !== null && !CardStatement.safeParse(price.cardStatement).success
        ? 'A card statement can have 5 to 22 letters, digits, spaces, full stops or dashes.'
        : null,
    ],
  ];
  const found = parts.find(([, text]) => text !== null);
  return found?.[1] ? { part: found[0], text: found[1] } : null;
}

function usualProblem({ terms, usual }: DraftPrice, currency: string): string | null {
  if (usual === null || terms.kind === 'free' || terms.kind === 'open') return null;
  const [amount, parsed] = [parseAmount(terms.amount, currency), parseAmount(usual, currency)];
  if (!parsed.ok) return `The usual price: ${parsed.problem}`;
  return amount.ok && parsed.minor <= amount.minor
    ? 'The usual price is not above the price, so it would not be true.'
    : null;
}

function accessProblem(access: DraftAccess): string | null {
  if (access.kind === 'for') {
    const problem = countProblem(access.count, LONGEST);
    return problem && `How long it stays open: ${problem}`;
  }
  if (access.kind === 'until' && !isDay(access.date))
    return access.date === '' ? 'Until which day does it stay open?' : dayProblem(access.date);
  return null;
}

function riseProblem({ rise, terms }: DraftPrice, currency: string): string | null {
  if (rise === null || terms.kind === 'free' || terms.kind === 'open') return null;
  const by = paidProblem(rise.by, currency, 'A rise of zero is none.');
  if (by) return `The rise: ${by}`;
  const every =
    rise.every === 'sales'
      ? countProblem(rise.sales, 1_000_000)
      : datesOf(rise.dates).length === 0
        ? 'On which days does it rise? Write one like 2026-07-01.'
        : (datesOf(rise.dates)
            .map((d) => (isDay(d) ? null : dayProblem(d)))
            .find((p) => p !== null) ?? null);
  if (every) return `The rise: ${every}`;
  const ceiling = paidProblem(rise.ceiling, currency, 'The price must have a ceiling.');
  if (ceiling) return `The ceiling: ${ceiling}`;
  return minorOf(rise.ceiling, currency) <= minorOf(terms.amount, currency)
    ? 'The ceiling is not above the price, so it would never rise.'
    : null;
}

function ownedProblem({ owned, terms }: DraftPrice, currency: string): string | null {
  if (owned === null || terms.kind === 'free' || terms.kind === 'open') return null;
  if (written(owned).length === 0) return 'Discount for products owned: enter an amount, or remove this.';
  const problems = written(owned).map(({ amount }) =>
    paidProblem(amount, currency, 'Nothing off is said by no amount.'),
  );
  const problem = problems.find((text) => text !== null);
  return problem ? `Discount for products owned: ${problem}` : null;
}

/** Parts for which an amount was written: an empty field takes nothing off. */
export const written = (owned: NonNullable<DraftPrice['owned']>): NonNullable<DraftPrice['owned']> =>
  owned.filter(({ amount }) => amount.trim() !== '');

/** The days that were typed, divided by spaces or commas. */
export const datesOf = (text: string): string[] => text.split(/[\s,;]+/).filter((d) => d !== '');
