import * as z from 'zod';
import { formatPlain, parseAmount } from '#core/money';
import type { Access, Terms } from '#core/terms';
import type { Offer } from './offer';
import { CardStatement, type Price } from './price';

/**
 * A price while the seller types. Amounts, counts and days are kept exactly as written, right or wrong, so that
 * nothing typed is ever lost; only `sealOffer` turns them into money. An option that is null is not in use.
 */
export interface DraftPrice {
  id: string;
  name: string;
  terms: DraftTerms;
  access: DraftAccess;
  usual: string | null;
  words: string | null;
  /** Empty where there is no limit. */
  limit: { inAll: string; each: string } | null;
  /** Days like 2026-07-01; empty: from now on, or without an end. */
  sale: { from: string; until: string } | null;
  cardStatement: string | null;
}
export type DraftTerms = { kind: 'free'; amount: string } | { kind: 'once'; amount: string };
/** What was typed for one kind of access stays while another is chosen. */
export interface DraftAccess {
  kind: Access['kind'];
  count: string;
  unit: 'day' | 'week' | 'month' | 'year';
  date: string;
}
export interface DraftOffer {
  id: string;
  title: string;
  productIds: string[];
  currency: string;
  prices: DraftPrice[];
  onSale: boolean;
  putAway?: boolean | undefined;
}

export const FOR_GOOD: DraftAccess = { kind: 'forever', count: '12', unit: 'month', date: '' };

/** A price to be filled in, or filled already in the parts given. */
export const newPrice = (id: string, known: Partial<Omit<DraftPrice, 'id'>> = {}): DraftPrice => ({ id, name: '', terms: { kind: 'once', amount: '' }, access: { ...FOR_GOOD }, usual: null, words: null, limit: null, sale: null, cardStatement: null, ...known });

/** An offer of one product, without a price yet. */
export const newOffer = (id: string, product: { id: string; title: string }, currency: string): DraftOffer => ({
  id, title: product.title, productIds: [product.id], currency, prices: [], onSale: true,
});

/** An amount as it is put into the sentence again after a release has been read back. */
export const typedAmount = (minor: number, currency: string): string => formatPlain(minor, currency);

const MOST_COUNTED = 10_000_000;
const LONGEST = 1_200;

/** A whole number from 1 up as typed, or why it is none. */
function countProblem(text: string, most: number): string | null {
  if (!/^\d{1,9}$/.test(text.trim())) return `“${text}” is not a number. Write it like 50.`;
  const value = Number(text);
  if (value < 1) return 'The smallest number here is 1.';
  return value > most ? `The largest number here is ${most.toLocaleString('en')}.` : null;
}

/** Whether the text is a day of the calendar, like 2026-07-01. */
const isDay = (text: string): boolean => z.iso.date().safeParse(text).success;
const dayProblem = (text: string): string => `“${text}” is not a day. Write it like 2026-07-01.`;

/** The part of a price in which something is wrong. */
export type PricePart = 'amount' | 'usual' | 'access' | 'words' | 'limit' | 'sale' | 'cardStatement';
export interface PriceProblem {
  part: PricePart;
  /** One sentence that says what is wrong and how to write it. */
  text: string;
}

/** What is wrong with a price as typed, in one sentence, or null. */
export const draftTermsProblem = (price: DraftPrice, currency: string): string | null => priceProblem(price, currency)?.text ?? null;

/** The first thing wrong with a price as typed, and where; null when it can be sold. */
export function priceProblem(price: DraftPrice, currency: string): PriceProblem | null {
  const parts: [PricePart, string | null][] = [
    ['amount', amountProblem(price, currency)],
    ['usual', usualProblem(price, currency)],
    ['access', accessProblem(price.access)],
    ['words', price.words !== null && price.words.trim() === '' ? 'In place of the number: write the words, or remove them.' : null],
    ['limit', limitProblem(price.limit)],
    ['sale', saleProblem(price.sale)],
    ['cardStatement', price.cardStatement !== null && !CardStatement.safeParse(price.cardStatement).success ? 'A card statement takes 5 to 22 letters, digits, spaces, points or dashes.' : null],
  ];
  const found = parts.find(([, text]) => text !== null);
  return found?.[1] ? { part: found[0], text: found[1] } : null;
}

function amountProblem({ terms }: DraftPrice, currency: string): string | null {
  if (terms.kind === 'free') return null;
  const amount = parseAmount(terms.amount, currency);
  if (!amount.ok) return amount.problem;
  return amount.minor === 0 ? 'A price of zero is not a payment. Choose “gets it free” instead.' : null;
}

function usualProblem({ terms, usual }: DraftPrice, currency: string): string | null {
  if (usual === null || terms.kind === 'free') return null;
  const [amount, parsed] = [parseAmount(terms.amount, currency), parseAmount(usual, currency)];
  if (!parsed.ok) return `The usual price: ${parsed.problem}`;
  return amount.ok && parsed.minor <= amount.minor ? 'The usual price is not above the price, so it would not be true.' : null;
}

function accessProblem(access: DraftAccess): string | null {
  if (access.kind === 'for') {
    const problem = countProblem(access.count, LONGEST);
    return problem && `How long it stays open: ${problem}`;
  }
  if (access.kind === 'until' && !isDay(access.date)) return access.date === '' ? 'Until which day does it stay open?' : dayProblem(access.date);
  return null;
}

function limitProblem(limit: DraftPrice['limit']): string | null {
  if (!limit) return null;
  if (limit.inAll.trim() === '' && limit.each.trim() === '') return 'How many can be sold? Write a number, or remove the limit.';
  const problem = [limit.inAll, limit.each].map((text) => (text.trim() === '' ? null : countProblem(text, MOST_COUNTED))).find((p) => p !== null);
  return problem ? `The limit: ${problem}` : null;
}

function saleProblem(sale: DraftPrice['sale']): string | null {
  if (!sale) return null;
  if (sale.from === '' && sale.until === '') return 'From which day, or until which, is it on sale? Write one, or remove the dates.';
  const wrong = [sale.from, sale.until].find((text) => text !== '' && !isDay(text));
  if (wrong !== undefined) return dayProblem(wrong);
  return sale.from !== '' && sale.until !== '' && sale.until < sale.from ? 'The last day of sale lies before the first.' : null;
}

/**
 * The offer as it can be sold: what was typed becomes whole minor units, counts and days.
 * @returns null when any price has a problem (see `draftTermsProblem`) or there is none
 */
export function sealOffer(draft: DraftOffer): Offer | null {
  if (draft.prices.length === 0 || draft.prices.some((price) => draftTermsProblem(price, draft.currency) !== null)) return null;
  return {
    id: draft.id, title: draft.title.trim(), productIds: draft.productIds, currency: draft.currency,
    prices: draft.prices.map((price) => sealPrice(price, draft.currency)), onSale: draft.onSale, ...(draft.putAway ? { putAway: true } : {}),
  };
}

function sealPrice(price: DraftPrice, currency: string): Price {
  const minor = (text: string): number => {
    const parsed = parseAmount(text, currency);
    return parsed.ok ? parsed.minor : 0;
  };
  const number = (text: string | undefined): number | null => (text === undefined || text.trim() === '' ? null : Number(text));
  // For good is what terms mean that say nothing, so that they read alike whenever they were made.
  const access = price.access.kind === 'forever' ? {} : { access: sealAccess(price.access) };
  const terms: Terms = price.terms.kind === 'free' ? { kind: 'free', ...access } : { kind: 'once', amount: minor(price.terms.amount), ...access };
  return {
    id: price.id,
    name: price.name.trim(),
    terms,
    usual: terms.kind === 'free' || price.usual === null ? null : minor(price.usual),
    words: price.words === null ? null : price.words.trim(),
    limit: { inAll: number(price.limit?.inAll), each: number(price.limit?.each) },
    sale: { from: price.sale?.from || null, until: price.sale?.until || null },
    cardStatement: price.cardStatement,
  };
}

const sealAccess = (access: DraftAccess): Access => (access.kind === 'for' ? { kind: 'for', count: Number(access.count), unit: access.unit } : access.kind === 'until' ? { kind: 'until', date: access.date } : { kind: 'forever' });

/** The offer as a studio edits it, from one that was sold. */
export function unsealOffer(offer: Offer): DraftOffer {
  return { ...offer, prices: offer.prices.map((price) => unsealPrice(price, offer.currency)) };
}

function unsealPrice(price: Price, currency: string): DraftPrice {
  const { limit, sale, terms } = price;
  const access = terms.access;
  return {
    id: price.id,
    name: price.name,
    terms: terms.kind === 'free' ? { kind: 'free', amount: '' } : { kind: 'once', amount: typedAmount(terms.amount, currency) },
    access: { ...FOR_GOOD, ...(access?.kind === 'for' ? { kind: 'for', count: String(access.count), unit: access.unit } : access?.kind === 'until' ? { kind: 'until', date: access.date } : {}) },
    usual: price.usual === null ? null : typedAmount(price.usual, currency),
    words: price.words,
    limit: limit.inAll === null && limit.each === null ? null : { inAll: limit.inAll === null ? '' : String(limit.inAll), each: limit.each === null ? '' : String(limit.each) },
    sale: sale.from === null && sale.until === null ? null : { from: sale.from ?? '', until: sale.until ?? '' },
    cardStatement: price.cardStatement,
  };
}
