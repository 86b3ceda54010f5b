import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { totalKey } from './totalKey';
import type { TotalRow } from './totalRow';

interface Both<T> {
  before: Iterable<T>;
  after: Iterable<T>;
}

/** How totals change with agreements and later payments: by status (paid so far, left to pay), and by day and offer. */
export function agreementTotalsMoved(
  agreements: Both<AgreementRow>,
  later: Both<LaterPaymentRow>,
): Map<string, TotalRow> {
  const totals = new Map<string, TotalRow>();
  const put = (key: string, count: number, paid: number, back: number): void => {
    const row = totals.get(key) ?? { key, count: 0, paid: 0, back: 0 };
    totals.set(key, { key, count: row.count + count, paid: row.paid + paid, back: row.back + back });
  };
  const stateOf = ({ status, agreement: { currency } }: AgreementRow): string =>
    totalKey('agreements', { status, currency });
  for (const row of agreements.before) put(stateOf(row), -1, -row.paid, -(row.left ?? 0));
  for (const row of agreements.after) put(stateOf(row), 1, row.paid, row.left ?? 0);
  for (const row of later.before) put(totalKey('later', row), -1, -row.amount, -row.back);
  for (const row of later.after) put(totalKey('later', row), 1, row.amount, row.back);
  return totals;
}
