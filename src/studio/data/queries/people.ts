import type { BuyerRow } from '#core/mirror';
import { calledBySeller, type PersonRecord } from '#core/people';
import type { OfferId, PersonId } from '#core/ids';
import { db } from '../db';
import { askLists } from '../lists';
import { upToNow } from './upToNow';

/** What stands where a person was erased. */
const ERASED = 'Somebody erased';
/** So many of the latest buyers are offered to be looked at. */
const LATEST = 50;

/** What somebody is called: their name, else their address. */
export const nameOf = (person: PersonRecord | undefined): string => calledBySeller(person) || person?.address || ERASED;

export const peopleOf = (ids: readonly string[]): Promise<(PersonRecord | undefined)[]> => db.people.bulkGet([...ids]);

/** The names of some people, by their id. */
export async function namesOf(ids: readonly string[]): Promise<Map<string, string>> {
  const found = (await peopleOf([...new Set(ids)])).filter((p) => p !== undefined);
  return new Map(found.map((p) => [p.id, nameOf(p)]));
}

/** Everything that is recorded of one person. */
export const storyOfPerson = async (personId: PersonId) => ({
  person: await db.people.get(personId),
  orders: (await db.orders.where('personId').equals(personId).toArray()).sort((a, b) => b.number - a.number),
  passes: await db.passes.where('personId').equals(personId).toArray(),
  agreements: (await db.agreements.where('personId').equals(personId).toArray()).map((r) => r.agreement),
});

export const passesOfPerson = (personId: PersonId) => db.passes.where('personId').equals(personId).toArray();

/** Those who bought last, newest first. */
export async function latestBuyers(): Promise<PersonRecord[]> {
  const latest = await db.buyers.orderBy('last').reverse().limit(LATEST).toArray();
  return (await peopleOf(latest.map((b) => b.personId))).filter((p) => p !== undefined);
}

export interface PeopleQuery {
  offerId: OfferId;
  text: string;
}

export type BuyersFound = Awaited<ReturnType<typeof findBuyers>>;

/** The buyers that match, the last one first. Words and offers are asked of a worker; everybody is read by an index. */
export async function findBuyers(
  query: PeopleQuery,
  most: number,
): Promise<{ rows: { buyer: BuyerRow; person: PersonRecord | undefined }[]; count: number; all: number }> {
  const all = await db.buyers.count();
  let buyers: BuyerRow[];
  let count = all;
  if (query.offerId === '' && query.text.trim() === '')
    buyers = await db.buyers.orderBy('last').reverse().limit(most).toArray();
  else {
    const found = await askLists().people(query, most, await upToNow());
    buyers = (await db.buyers.bulkGet(found.ids)).filter((b) => b !== undefined);
    count = found.count;
  }
  const people = await peopleOf(buyers.map((b) => b.personId));
  return { rows: buyers.map((buyer, i) => ({ buyer, person: people[i] })), count, all };
}

/** People and orders that words name. */
export async function searchRecorded(words: string, most: number) {
  const ids = await askLists().search(words, most, await upToNow());
  return {
    people: (await peopleOf(ids.people)).filter((p) => p !== undefined),
    orders: (await db.orders.bulkGet(ids.orders)).filter((o) => o !== undefined),
    exact: ids.exact,
  };
}
