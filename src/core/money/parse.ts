import { decimalsOf } from './currency';

export type ParsedAmount = { ok: true; minor: number } | { ok: false; problem: string };

/** A price may not be larger than this many minor units: 99,999,999.99 in a currency of two decimals. */
const LARGEST = 9_999_999_999;

/**
 * Reads an amount as a person writes it: "64", "64.00", "64,00", "1.299,00", "1,299.00", "€ 64".
 * The last point or comma followed by at most as many digits as the currency has decimals is the decimal mark;
 * marks before it must stand between groups of three.
 * @returns whole minor units, or one sentence that says what is wrong and how to write it
 */
export function parseAmount(text: string, currency: string): ParsedAmount {
  const decimals = decimalsOf(currency);
  const example = decimals === 0 ? '64' : `64 or 64.${'0'.repeat(decimals)}`;
  const wrong = (why: string): ParsedAmount => ({ ok: false, problem: `${why} Write it like ${example}.` });
  const shown = text.trim();
  const bare = shown
    .normalize('NFKC')
    .replace(/\p{Sc}/gu, '')
    .replace(new RegExp(`^${currency}|${currency}$`, 'i'), '')
    .replace(/[\s'’]/g, '');
  if (bare === '') return wrong(shown === '' ? 'The amount is empty.' : `'${shown}' is not an amount.`);
  if (/^[-−]/.test(bare)) return wrong('An amount cannot be below zero.');
  if (!/^\d[\d.,]*$/.test(bare)) return wrong(`'${shown}' is not an amount.`);
  const split = splitDecimals(bare, decimals);
  if (split === 'too many')
    return wrong(decimals === 0 ? `${currency} has no decimals.` : `${currency} has ${decimals} decimals.`);
  if (split === 'unclear') return wrong(`'${shown}' is not an amount.`);
  const minor = Number(split.whole + split.fraction.padEnd(decimals, '0'));
  if (!Number.isSafeInteger(minor) || minor > LARGEST) return wrong('That is more than one payment can be.');
  return { ok: true, minor };
}

function splitDecimals(bare: string, decimals: number): { whole: string; fraction: string } | 'too many' | 'unclear' {
  const at = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  if (at === -1) return { whole: bare, fraction: '' };
  const mark = bare[at] as string;
  const before = bare.slice(0, at);
  const after = bare.slice(at + 1);
  const other = mark === '.' ? ',' : '.';
  // "1.299" and "1,299,000": one kind of mark between groups of three is grouping, when the currency has not three decimals.
  const grouping = after.length === 3 && decimals !== 3 && !before.includes(other) && grouped(bare, mark);
  if (grouping) return { whole: bare.replaceAll(mark, ''), fraction: '' };
  if (before.includes(mark)) return 'unclear';
  if (before.includes(other) && !grouped(before, other)) return 'unclear';
  if (after.length > decimals) return 'too many';
  return { whole: before.replaceAll(other, ''), fraction: after };
}

const grouped = (text: string, mark: string): boolean => new RegExp(`^\\d{1,3}(\\${mark}\\d{3})+$`).test(text);
