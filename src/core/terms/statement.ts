import type { Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import { scheduleOf } from './schedule';
import type { Terms } from './terms';

/** A run of a statement: amounts are marked so that they can be set apart on screen. */
export interface StatementPart {
  kind: 'text' | 'money';
  text: string;
}
export type Statement = readonly StatementPart[];

export interface StatementContext {
  currency: string;
  start: Instant;
  zone: string;
  locale: string;
  /** "today" at checkout; "on the day of buying" when the seller prices. */
  when: 'today' | 'on the day of buying';
}

/**
 * The plain sentences that say what is paid and when, written over the same schedule that charges.
 * One hand-written function a language; English is the only one so far.
 */
export function statementOf(terms: Terms, context: StatementContext): Statement {
  const money = (amount: number): StatementPart => ({ kind: 'money', text: formatAmount(amount, context.currency, context.locale) });
  const dues = [...scheduleOf(terms, context.start)];
  const first = dues[0];
  if (!first) return [{ kind: 'text', text: 'Nothing is paid, today or later.' }];
  const today = context.when === 'today';
  return [{ kind: 'text', text: today ? 'Today ' : 'On the day of buying ' }, money(first.amount), { kind: 'text', text: ', once. Nothing more later.' }];
}

/** The statement without marks. */
export const plainText = (statement: Statement): string => statement.map((part) => part.text).join('');
