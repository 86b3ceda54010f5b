import { calledBySeller } from '#core/people';
import { paymentsMade } from '#core/messages';
import { formatPlain } from '#core/money';
import { findAgreements } from '../data/queries/agreements';
import { inWords } from '../statusWords';
import { saveCsv } from '../frame/saveCsv';
import { deliverWords } from '#say/deliver';
const say = deliverWords.exportAgreements;

/** Saves exactly the payment plans and subscriptions that are listed as a file. */
export async function exportAgreements(status: string, kind: string): Promise<void> {
  const found = await findAgreements(status, kind, Infinity);
  saveCsv(
    found.map(({ row: { agreement: a, ...row }, person }) => ({
      name: calledBySeller(person),
      address: person?.address ?? '',
      what: a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`,
      kind: a.terms.kind,
      state: inWords(a.status),
      since: a.start,
      'payments made': paymentsMade(a).made,
      of: paymentsMade(a).of ?? '',
      next: a.next?.at ?? '',
      'paid so far': formatPlain(row.paid, a.currency),
      'left to pay': row.left === null ? '' : formatPlain(row.left, a.currency),
      currency: a.currency,
    })),
    say.plansSubscriptions,
  );
}
