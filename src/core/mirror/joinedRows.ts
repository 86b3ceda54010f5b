import type { EventOf } from '#core/journal';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import type { ChargeRow, OrderRow, PassRow } from './rows';

interface Rows {
  orders: Map<string, OrderRow>;
  passes: Map<string, PassRow>;
  charges: Map<string, ChargeRow>;
  agreements: Map<string, AgreementRow>;
  laterPayments: Map<string, LaterPaymentRow>;
}

/** Everything of one person becomes another's; of what came before the rows in hand there is nothing to change. */
export function joinedRows(
  { orders, passes, charges, agreements, laterPayments }: Rows,
  { personId: from, intoId, orderIds, passIds, agreementIds, paymentIds, chargeKeys }: EventOf<'people.joined'>['data'],
): void {
  const change = <T extends { personId: string }>(rows: Map<string, T>, ids: readonly string[]): void => {
    for (const id of ids) {
      const row = rows.get(id);
      if (row?.personId === from) rows.set(id, { ...row, personId: intoId });
    }
  };
  change(orders, orderIds);
  change(passes, passIds);
  change(laterPayments, paymentIds);
  change(charges, chargeKeys);
  change(agreements, agreementIds);
  for (const id of agreementIds) {
    const row = agreements.get(id);
    if (row) row.agreement.personId = intoId;
  }
}
