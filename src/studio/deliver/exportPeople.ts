import { calledBySeller } from '#core/people';
import { formatPlain } from '#core/money';
import type { OfferId } from '#core/ids';
import { findBuyers } from '../data/queries/people';
import { saveCsv } from '../frame/saveCsv';
import { deliverWords } from '#say/deliver';
const say = deliverWords.exportPeople;

/** Saves exactly the people that are listed as a file. */
export async function exportPeople(query: { offerId: OfferId; text: string }): Promise<void> {
  const { rows } = await findBuyers(query, Infinity);
  saveCsv(
    rows.map(({ buyer, person }) => ({
      name: calledBySeller(person),
      address: person?.address ?? '',
      orders: buyer.count,
      'last bought': buyer.last,
      'paid less refunded': Object.entries(buyer.net)
        .map(([currency, amount]) => `${formatPlain(amount, currency)} ${currency}`)
        .join('; '),
    })),
    say.people,
  );
}
