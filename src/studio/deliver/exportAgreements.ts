import { paymentsMade } from '#core/messages';
import { formatPlain } from '#core/money';
import { db } from '../data/db';
import { agreementRows } from './AgreementsSheet';
import { saveCsv } from './saveCsv';

/** Saves exactly the payment plans and subscriptions that are listed as a file. */
export async function exportAgreements(status: string, kind: string): Promise<void> {
  const rows = await agreementRows(status, kind).toArray();
  const people = await db.people.bulkGet(rows.map((r) => r.personId));
  saveCsv(
    rows.map(({ agreement: a, ...row }, i) => ({
      name: people[i]?.name ?? '',
      address: people[i]?.address ?? '',
      what: a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`,
      kind: a.terms.kind,
      state: a.status,
      since: a.start,
      'payments made': paymentsMade(a).made,
      of: paymentsMade(a).of ?? '',
      next: a.next?.at ?? '',
      'paid so far': formatPlain(row.paid, a.currency),
      'left to pay': row.left === null ? '' : formatPlain(row.left, a.currency),
      currency: a.currency,
    })),
    'Plans and subscriptions',
  );
}
