import { readVatNumber } from '#core/checkout';
import type { CheckoutId, PersonId, StepId } from '#core/ids';
import type { Order } from '#core/shop';
import { type PersonRecord, type PostalAddress, readPostal } from '#core/people';
import type { CounterContext } from '../context';
import { Problem, refusalProblem } from '../http/problem';

/** What somebody typed at a checkout. */
interface Typed {
  name: string;
  address: string;
  vatNumber?: string | undefined;
  postal?: PostalAddress | undefined;
}

/** Checkouts whose typed names are kept though nothing came of them. */
const MOST_UNFINISHED = 5;

/**
 * The person of a typed address, made and safe on the disk before any event names them; called once the quote holds.
 * A typed address is a claim: the name typed with it, and the VAT number, belong to this checkout alone.
 * @param makeId for whoever is new
 */
export async function personAtCheckout(
  context: CounterContext,
  typed: Typed,
  checkout: CheckoutId,
  makeId: PersonId,
): Promise<PersonId> {
  const name = cleanName(typed.name);
  const number = typed.vatNumber ? (readVatNumber(typed.vatNumber)?.number ?? null) : null;
  const postal = typed.postal ? readPostal(typed.postal) : null;
  const bear = (record: PersonRecord): PersonRecord => ({
    ...record,
    names: { ...keptOf(context, record.names), [checkout]: name },
    ...(number === null ? {} : { vatNumbers: { ...keptOf(context, record.vatNumbers), [checkout]: number } }),
    ...(postal === null ? {} : { postal: { ...keptOf(context, record.postal), [checkout]: postal } }),
  });
  const made = await context.people.findOrAdd(typed.address, () =>
    bear({ id: makeId, rev: 1, name: '', address: typed.address.trim().normalize('NFC') }),
  );
  const says =
    made.names?.[checkout] === name &&
    (number === null || made.vatNumbers?.[checkout] === number) &&
    (postal === null || JSON.stringify(made.postal?.[checkout]) === JSON.stringify(postal));
  const record = says
    ? made
    : ((await context.people.change(made.id, (now) => ({ ...bear(now), rev: now.rev + 1 }))) ?? made);
  if (context.runner.state.people.get(record.id) !== record.rev) {
    const done = await context.runner.execute({ type: 'change-person', personId: record.id, rev: record.rev });
    if ('refused' in done) throw refusalProblem(done);
  }
  // Being forgotten at this very moment: whoever pays comes again as somebody new.
  if (context.people.isGoing(record.id)) throw new Problem(503, (say) => say.pressAgain, 'press-again');
  return record.id;
}

/** Of what was typed, all that belongs to orders and changes, and the last few that nothing came of: records stay small. */
function keptOf<T>(context: CounterContext, typed: Record<string, T> = {}): Record<string, T> {
  const { checkouts } = context.runner.state;
  const isUnfinished = ([key]: [string, T]): boolean => checkouts.has(key) && checkouts.get(key)?.paid !== true;
  const all = Object.entries(typed);
  const drop = new Set(all.filter(isUnfinished).slice(0, -MOST_UNFINISHED));
  return Object.fromEntries(all.filter((entry) => !drop.has(entry)));
}

/**
 * Keeps a VAT number with the person it belongs to; the history names only the country.
 * @param key the change of a payment plan or subscription that it was given with
 */
export async function keepVatNumber(
  context: CounterContext,
  personId: PersonId,
  key: string,
  typed: string,
): Promise<void> {
  const read = readVatNumber(typed);
  if (!read) return;
  const record = await context.people.change(personId, (now) =>
    now.vatNumbers?.[key] === read.number
      ? null
      : { ...now, rev: now.rev + 1, vatNumbers: { ...keptOf(context, now.vatNumbers), [key]: read.number } },
  );
  if (record) await context.runner.execute({ type: 'change-person', personId, rev: record.rev });
}

/** Under what a person's record keeps the address that was given with an offer after payment. */
export const addressKeyOf = ({ checkoutId }: Pick<Order, 'checkoutId'>, step: StepId): string =>
  `${checkoutId}-${step}`;

/** Keeps the address that something bought after payment is sent to, under the name of its checkout. */
export async function keepPostalAfterPayment(
  context: CounterContext,
  { personId, checkoutId }: Pick<Order, 'personId' | 'checkoutId'>,
  key: string,
  typed: Omit<PostalAddress, 'name'>,
): Promise<void> {
  const known = context.people.get(personId);
  const postal = readPostal({ ...typed, name: known?.names?.[checkoutId] ?? known?.name ?? '' });
  if (!postal) throw new Problem(422, (say) => say.addressIncomplete, 'address-incomplete');
  const record = await context.people.change(personId, (now) =>
    JSON.stringify(now.postal?.[key]) === JSON.stringify(postal)
      ? null
      : { ...now, rev: now.rev + 1, postal: { ...keptOf(context, now.postal), [key]: postal } },
  );
  if (record) await context.runner.execute({ type: 'change-person', personId, rev: record.rev });
}

/** The name that somebody who is signed in gives themselves. */
export async function changeOwnName(context: CounterContext, personId: PersonId, typed: string): Promise<void> {
  const name = cleanName(typed);
  const record = await context.people.change(personId, (now) =>
    now.name === name ? null : { ...now, rev: now.rev + 1, name },
  );
  if (record) await context.runner.execute({ type: 'change-person', personId, rev: record.rev });
}

// Control and direction characters would break a mail header or hide what a name says.
export const cleanName = (name: string): string =>
  name
    .normalize('NFC')
    .replace(/[\u0000-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 200);
