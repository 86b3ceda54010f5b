import { agreementIdOf } from '#core/agreements';
import type { Batch } from '#core/journal';
import type { LineId, OrderId, PaymentId } from '#core/ids';
import { agreementsIn } from './foldAgreement';

type Kind = 'orders' | 'passes' | 'charges' | 'refunds' | 'agreements' | 'laterPayments';
export type Touched = Record<Kind, Set<string>> & {
  people: Map<string, number>;
  /** Agreements that paid: their orders count it. */
  paying: Set<string>;
};

/** Which rows some batches change, so that only those are read before and written after. */
export function idsTouched(batches: Iterable<Batch>): Touched {
  const touched: Touched = {
    orders: new Set(),
    passes: new Set(),
    charges: new Set(),
    refunds: new Set(),
    agreements: new Set(),
    laterPayments: new Set(),
    people: new Map(),
    paying: new Set(),
  };
  for (const { events } of batches) {
    for (const { type, data } of events) {
      for (const id of agreementsIn(data)) touched.agreements.add(id);
      if ('orderId' in data) touched.orders.add(data.orderId);
      if (type === 'pass.opened' && data.pass.cause.kind === 'paid') touched.orders.add(data.pass.cause.orderId);
      if ('passId' in data) touched.passes.add(data.passId);
      if ('refundId' in data && data.refundId !== null) touched.refunds.add(data.refundId);
      if (type.startsWith('charge.') && 'key' in data && data.key !== null) touched.charges.add(data.key);
      if ((type === 'order.paid' || type === 'order.extended') && data.chargeKey !== null)
        touched.charges.add(data.chargeKey);
      if (type === 'due.paid') touched.paying.add(data.agreementId);
      if (type === 'refund.requested' || type === 'dispute.closed' || type === 'credit.given')
        for (const id of moneyBackTo(data)) touched[id.kind].add(id.id);
      if (type === 'people.joined') {
        for (const id of data.orderIds) touched.orders.add(id);
        for (const id of data.passIds) touched.passes.add(id);
        for (const id of data.agreementIds) touched.agreements.add(id);
        for (const id of data.paymentIds) touched.laterPayments.add(id);
        for (const key of data.chargeKeys) touched.charges.add(key);
      }
      if (type === 'person.changed') touched.people.set(data.personId, data.rev);
    }
  }
  return touched;
}

type MoneyBack = {
  orderId: OrderId;
  paymentId?: PaymentId | undefined;
  shares?: readonly { lineId: LineId }[];
  lost?: readonly { lineId: LineId }[];
  lineId?: LineId;
};

/** The later payment and the agreements' rows that money going back changes: those of the order's lines too. */
export function moneyBackTo({
  orderId,
  paymentId,
  shares = [],
  lost = [],
  lineId,
}: MoneyBack): { kind: 'agreements' | 'laterPayments'; id: string }[] {
  const lines = [...shares, ...lost].map((share) => share.lineId).concat(lineId ?? []);
  return [
    ...lines.map((line) => ({ kind: 'agreements' as const, id: agreementIdOf(orderId, line) })),
    ...(paymentId === undefined ? [] : [{ kind: 'laterPayments' as const, id: paymentId }]),
  ];
}
