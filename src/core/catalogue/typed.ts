import * as z from 'zod';
import { formatPlain, parseAmount } from '#core/money';

/** An amount as it is put into a sentence again after a release has been read back. */
export const typedAmount = (minor: number, currency: string): string => formatPlain(minor, currency);

/** A whole number from `least` up as typed, or why it is none. */
export function countProblem(text: string, most: number, least = 1): string | null {
  if (!/^\d{1,9}$/.test(text.trim()))
    return text.trim() === '' ? 'Write a number, like 50.' : `“${text}” is not a number. Write it like 50.`;
  const value = Number(text);
  if (value < least) return `The smallest number here is ${least}.`;
  return value > most ? `The largest number here is ${most.toLocaleString('en')}.` : null;
}

/** What is wrong with an amount above zero as typed, or null. */
export function paidProblem(text: string, currency: string, zero: string): string | null {
  const amount = parseAmount(text, currency);
  if (!amount.ok) return amount.problem;
  return amount.minor === 0 ? zero : null;
}

/** Minor units of an amount as typed; 0 when it cannot be read. */
export function minorOf(text: string, currency: string): number {
  const parsed = parseAmount(text, currency);
  return parsed.ok ? parsed.minor : 0;
}

/** A percent as typed ("30", "12,5") in hundredths, or null. */
export function percentOf(text: string): number | null {
  const bare = text.trim().replace(/\s*%$/, '').replace(',', '.');
  if (!/^\d{1,3}(\.\d{1,2})?$/.test(bare)) return null;
  const [whole = '0', part = ''] = bare.split('.');
  const rate = Number(whole) * 100 + Number(part.padEnd(2, '0'));
  return rate <= 10_000 ? rate : null;
}

/** Hundredths of a percent as people write them: "12.5". */
export const typedPercent = (rate: number): string => String(rate / 100);

/** Whether the text is a day of the calendar, like 2026-07-01. */
export const isDay = (text: string): boolean => z.iso.date().safeParse(text).success;
export const dayProblem = (text: string): string => `“${text}” is not a day. Write it like 2026-07-01.`;

/** What is wrong with days of sale as typed; empty means from now on, or without an end. */
export function saleProblem(sale: { from: string; until: string } | null): string | null {
  if (!sale) return null;
  if (sale.from === '' && sale.until === '')
    return 'From which day, or until which, is it on sale? Write one, or remove the dates.';
  const wrong = [sale.from, sale.until].find((text) => text !== '' && !isDay(text));
  if (wrong !== undefined) return dayProblem(wrong);
  return sale.from !== '' && sale.until !== '' && sale.until < sale.from
    ? 'The last day of sale lies before the first.'
    : null;
}

const MOST_COUNTED = 10_000_000;
const MOST_PER_ORDER = 1_000;

/** What is wrong with limits as typed; empty means no limit of that kind. */
export function limitProblem(
  limit: { inAll: string; each: string; perOrder?: string | undefined } | null,
): string | null {
  if (!limit) return null;
  const { inAll, each, perOrder = '' } = limit;
  if (inAll.trim() === '' && each.trim() === '' && perOrder.trim() === '')
    return 'How many can be sold? Write a number, or remove the limit.';
  const problem = [[inAll, MOST_COUNTED] as const, [each, MOST_COUNTED] as const, [perOrder, MOST_PER_ORDER] as const]
    .map(([text, most]) => (text.trim() === '' ? null : countProblem(text, most)))
    .find((p) => p !== null);
  return problem ? `The limit: ${problem}` : null;
}

/** A number as typed; null where nothing stands. */
export const numberOf = (text: string | undefined): number | null =>
  text === undefined || text.trim() === '' ? null : Number(text);
