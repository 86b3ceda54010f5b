import { formatPlain } from '#core/money';
import { db } from '../data/db';
import { findBuyers } from './PeopleSheet';
import { saveCsv } from './saveCsv';

/** Saves exactly the people that are listed as a file. */
export async function exportPeople(query: { offerId: string; text: string }): Promise<void> {
  const { buyers } = await findBuyers(query, Infinity);
  const people = await db.people.bulkGet(buyers.map((b) => b.personId));
  saveCsv(
    buyers.map((buyer, i) => ({
      name: people[i]?.name ?? '',
      address: people[i]?.address ?? '',
      orders: buyer.count,
      'last bought': buyer.last,
      'paid less given back': Object.entries(buyer.net)
        .map(([currency, amount]) => `${formatPlain(amount, currency)} ${currency}`)
        .join('; '),
    })),
    'People',
  );
}
