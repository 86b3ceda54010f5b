import * as z from 'zod';
import { idFor, type CheckoutId, type PersonId } from '#core/ids';

/** What is known of a person, kept apart from the journal so that it can be erased. */
export const PersonRecord = z.object({
  id: idFor<PersonId>(),
  rev: z.int().min(1),
  /** As the person themselves gave it while signed in; empty until then. */
  name: z.string().max(200),
  address: z.string().max(254),
  /** Names as typed, by the checkout they were typed at: each names that order and nothing else. */
  names: z.record(z.string(), z.string().max(200)).optional(),
  /** VAT numbers as given, their form checked, by the checkout they were given at: what one claims changes no other's papers. */
  vatNumbers: z.record(z.string(), z.string().max(30)).optional(),
  /** Nothing is known any more, and nothing will be. */
  erased: z.boolean().optional(),
});
export type PersonRecord = z.infer<typeof PersonRecord>;

type Named = Pick<PersonRecord, 'name' | 'names'>;

/** The name on an order and its papers: as it was typed there. Records from before hold one name for all. */
export const nameAt = (person: Named, checkoutId: CheckoutId | null): string =>
  (checkoutId === null ? undefined : person.names?.[checkoutId]) ?? person.name;

/** What the seller reads for somebody: their own name, else that of their first checkout. */
export const calledBySeller = (person: Named | undefined): string =>
  person === undefined ? '' : person.name || (Object.values(person.names ?? {})[0] ?? '');

/** All that is left of somebody who was erased: that there was somebody. */
export const erasedRecord = ({ id, rev }: Pick<PersonRecord, 'id' | 'rev'>): PersonRecord => ({
  id,
  rev: rev + 1,
  name: '',
  address: '',
  erased: true,
});
