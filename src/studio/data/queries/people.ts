import { type Buyer, buyersOf } from '#core/mirror';
import { calledBySeller, type PersonRecord } from '#core/people';
import type { OfferId, PersonId } from '#core/ids';
import { db } from '../db';
import { kept } from '../kept';
import { ordersInRow } from '../ordersInRow';
import { askLists } from '../lists';
import { upToNow } from './upToNow';
import { dataQueriesWords } from '#say/data/queries';
const say = dataQueriesWords.people;

/** What stands where a person was erased. */
const ERASED = say.erasedCustomer;
/** So many of the latest buyers are offered to be looked at. */
const LATEST = 50;

/** What somebody is called: their name, else their address. */
export const nameOf = (person: PersonRecord | undefined): string => calledBySeller(person) || person?.address || ERASED;

export const peopleOf = (ids: readonly string[]): Promise<(PersonRecord | undefined)[]> => kept.people.byIds(ids);

/** The names of some people, by their id. */
export async function namesOf(ids: readonly string[]): Promise<Map<string, string>> {
  const found = (await peopleOf([...new Set(ids)])).filter((p) => p !== undefined);
  return new Map(found.map((p) => [p.id, nameOf(p)]));
}

/** Everything that is recorded of one person. */
export const storyOfPerson = async (personId: PersonId) => ({
  person: await kept.people.get(personId),
  orders: (await kept.orders.having('personId', [personId])).sort((a, b) => b.number - a.number),
  passes: await kept.passes.having('personId', [personId]),
  agreements: (await db.agreements.where('personId').equals(personId).toArray()).map((r) => r.agreement),
});

export const passesOfPerson = (personId: PersonId) => kept.passes.having('personId', [personId]);

/** Those who bought last, newest first. */
export async function latestBuyers(): Promise<PersonRecord[]> {
  const latest = new Set<PersonId>();
  await ordersInRow('newest', ({ personId }) => latest.add(personId).size < LATEST, LATEST);
  return (await peopleOf([...latest])).filter((p) => p !== undefined);
}

export interface PeopleQuery {
  offerId: OfferId;
  text: string;
}

export type BuyersFound = Awaited<ReturnType<typeof findBuyers>>;

/** The buyers that match, the last one first. Who they are is asked of a worker. */
export async function findBuyers(
  query: PeopleQuery,
  most: number,
): Promise<{ rows: { buyer: Buyer; person: PersonRecord | undefined }[]; count: number; all: number }> {
  const { ids, count, all } = await askLists().people(query, most, await upToNow());
  const [orders, people] = await Promise.all([kept.orders.having('personId', ids), peopleOf(ids)]);
  const bought = buyersOf(orders);
  const rows = ids.flatMap((id, i) => {
    const buyer = bought.get(id);
    return buyer ? [{ buyer, person: people[i] }] : [];
  });
  return { rows, count, all };
}

/** People and orders that words name. */
export async function searchRecorded(words: string, most: number) {
  const ids = await askLists().search(words, most, await upToNow());
  return {
    people: (await peopleOf(ids.people)).filter((p) => p !== undefined),
    orders: (await kept.orders.byIds(ids.orders)).filter((o) => o !== undefined),
    exact: ids.exact,
  };
}
