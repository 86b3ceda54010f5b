import { readVatNumber } from '#core/checkout';
import type { PersonId } from '#core/ids';
import type { CounterContext } from '../context';

/**
 * The person of a typed address, made and safe on the disk before any event names them. A typed address is a
 * claim: what is on record of a known person is not changed by it.
 */
export async function personFor(context: CounterContext, typed: { name: string; address: string }): Promise<string> {
  const known = context.people.find(typed.address);
  if (known) {
    if (!context.runner.state.people.has(known.id))
      await context.runner.execute({ type: 'change-person', personId: known.id, rev: known.rev });
    return known.id;
  }
  const record = {
    id: context.ids.next('u'),
    rev: 1,
    name: cleanName(typed.name),
    address: typed.address.trim().normalize('NFC'),
  };
  await context.people.save(record);
  await context.runner.execute({ type: 'change-person', personId: record.id, rev: 1 });
  return record.id;
}

/**
 * Keeps a VAT number with the person it belongs to; the history names only the country.
 * @param key the checkout it was given at, or the change of a payment plan or subscription
 */
export async function keepVatNumber(
  context: CounterContext,
  personId: PersonId,
  key: string,
  typed: string,
): Promise<void> {
  const record = context.people.get(personId);
  const read = readVatNumber(typed);
  if (!record || !read || record.vatNumbers?.[key] === read.number) return;
  const changed = { ...record, rev: record.rev + 1, vatNumbers: { ...record.vatNumbers, [key]: read.number } };
  await context.people.save(changed);
  await context.runner.execute({ type: 'change-person', personId, rev: changed.rev });
}

// Control and direction characters would break a mail header or hide what a name says.
const cleanName = (name: string): string =>
  name
    .normalize('NFC')
    .replace(/[\u0000-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 200);
