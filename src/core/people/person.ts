import * as z from 'zod';
import { idFor, type CheckoutId, type PersonId } from '#core/ids';
import { compareAddress } from './address';
import { PostalAddress } from './postal';

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
  /** Where what was bought is sent: by the checkout it was said at, or by the pass it was said for since. */
  postal: z.record(z.string(), PostalAddress).optional(),
  /** Other addresses that were theirs when two records were made one: each still leads to them. */
  addresses: z.array(z.string().max(254)).max(50).optional(),
  /** Earlier addresses. They no longer find this person, and are kept so that erasing also deletes email sent there. */
  former: z.array(z.string().max(254)).max(200).optional(),
  /** Made one with another record, which holds all that was here. */
  joinedTo: idFor<PersonId>().optional(),
  /**
   * Erased, except for what an open parcel or refund needs. Nobody is found by this record and nobody can sign in with it.
   * The rest is erased when that parcel or refund is settled.
   */
  leaves: z.literal(true).optional(),
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

/** Whether a person has been erased, if only except for what an open parcel or refund needs. */
export const isGone = (record: Pick<PersonRecord, 'erased' | 'leaves'> | undefined): boolean =>
  record?.erased === true || record?.leaves === true;

/** What stays of an erased person until their last parcel has been sent or their last refund made: its address, and theirs. */
export const leavingRecord = (
  { id, rev, address }: PersonRecord,
  postal: NonNullable<PersonRecord['postal']>,
): PersonRecord => ({
  id,
  rev: rev + 1,
  name: '',
  address,
  ...(Object.keys(postal).length > 0 ? { postal } : {}),
  leaves: true,
});

/** Every address by which a person is found, with the one that email goes to first. A person who is being erased is found by none. */
export const addressesOf = ({
  address,
  addresses = [],
  leaves,
}: Pick<PersonRecord, 'address' | 'addresses' | 'leaves'>): string[] =>
  leaves ? [] : address === '' ? addresses : [address, ...addresses];

/** Every address this person has or had, so that all email to them can be found. */
export const everyAddressOf = (person: Pick<PersonRecord, 'address' | 'addresses' | 'former' | 'leaves'>): string[] => [
  ...new Set([...addressesOf(person), ...(person.former ?? [])]),
];

/** Two records as one: what the one that stays says counts, and the addresses of both lead to it. */
export function joinedRecord(goes: PersonRecord, stays: PersonRecord): PersonRecord {
  const known = new Set(addressesOf(stays).map(compareAddress));
  const others = addressesOf(goes).filter((address) => !known.has(compareAddress(address)));
  return {
    ...stays,
    rev: stays.rev + 1,
    name: stays.name || goes.name,
    addresses: [...(stays.addresses ?? []), ...others],
    ...(stays.former || goes.former ? { former: [...(stays.former ?? []), ...(goes.former ?? [])].slice(-200) } : {}),
    names: { ...stays.names, ...goes.names },
    vatNumbers: { ...stays.vatNumbers, ...goes.vatNumbers },
    ...(stays.postal || goes.postal ? { postal: { ...stays.postal, ...goes.postal } } : {}),
  };
}

/** What is left of a record that was made one with another: where to look. */
export const joinedAway = ({ id, rev }: Pick<PersonRecord, 'id' | 'rev'>, joinedTo: PersonId): PersonRecord => ({
  id,
  rev: rev + 1,
  name: '',
  address: '',
  joinedTo,
});
