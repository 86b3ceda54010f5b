import type { Instant } from '#core/calendar';
import type { ChargeKey, OrderId, PersonId, RefundId, StepId } from '#core/ids';
import type { FeatureFold } from '../../../engine/fold';
import { pairOf } from '../../../engine/ids';
import { moneyBackAppliers } from './foldMoneyBack';
import { orderAppliers } from './foldOrders';
import { fresh } from './state';

declare module '../../../engine/dueIndex' {
  interface DuesByKind {
    'charge-not-confirmed': { key: string };
  }
}
declare module '../../../engine/pendingEffect' {
  interface EffectsByKind {
    charge: object;
    void: { chargeKey: ChargeKey };
    refund: { refundId: RefundId };
    mail: {
      mail: 'receipt' | 'refund';
      orderId: OrderId;
      personId: PersonId;
      refundId: RefundId | null;
      /** Of an offer after payment; null of the checkout. */
      step: StepId | null;
      at: Instant;
    };
  }
}

export const ordersFold: FeatureFold = {
  fresh,
  dues: { 'charge-not-confirmed': { rank: 2, thing: ({ key }) => pairOf('charge', key) } },
  effects: {
    charge: { lane: 'money', asksForMoney: true, madeBy: { 'charge.requested': ({ key }) => key } },
    void: { lane: 'money', madeBy: { 'void.due': ({ key }) => key } },
    refund: { lane: 'money', asksForMoney: true, madeBy: { 'refund.requested': ({ refundId }) => refundId } },
    mail: { lane: 'service-email', madeBy: { 'mail.due': ({ key }) => key } },
  },
  facts: {
    ...orderAppliers,
    ...moneyBackAppliers,
    'mail.due': (state, data, at) => {
      state.pending.set(data.key, {
        kind: 'mail',
        key: data.key,
        mail: data.mail,
        orderId: data.orderId,
        personId: data.personId,
        refundId: data.refundId,
        step: data.step,
        at,
      });
    },
    'void.due': (state, { key, chargeKey }) => {
      state.pending.set(key, { kind: 'void', key, chargeKey });
    },
  },
};
