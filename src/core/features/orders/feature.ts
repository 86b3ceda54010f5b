import { isRecorded, markDone, reached } from '../../engine/performEffect';
import type { Feature } from '../../engine/feature';
import { answerDue } from '../agreements';
import { acceptOffer, declineOffer } from './acceptOffer';
import { answerCharge } from './answerCharge';
import { closeDispute, openDispute } from './dispute';
import { expireCharge } from './expire';
import { feesProjection } from './feesProjection';
import { ordersFold } from './fold';
import { pay } from './pay';
import { answerRefund, refund } from './refund';
import { voidClaims } from './voidClaims';
import { ordersOfPerson } from './ofPerson';

/** Checkouts, their charges, what is bought by them and offered after them, and money that goes back. */
export const orders: Feature = {
  name: 'orders',
  fold: ordersFold,
  commands: {
    pay,
    'accept-offer': acceptOffer,
    'decline-offer': declineOffer,
    'void-claims': voidClaims,
    'give-up-charge': expireCharge,
    'answer-charge': (state, command, context) =>
      state.dueCharges.has(command.key) ? answerDue(state, command, context) : answerCharge(state, command, context),
    'expire-charge': expireCharge,
    refund,
    'answer-refund': answerRefund,
    'open-dispute': openDispute,
    'close-dispute': closeDispute,
  },
  projections: [feesProjection],
  ofPerson: ordersOfPerson,
  dues: { 'charge-not-confirmed': { command: ({ key }, dueAt) => ({ type: 'expire-charge', key, dueAt }) } },
  effects: {
    charge: async ({ key }, { calls, execute, state }) =>
      isRecorded(await execute({ type: 'answer-charge', key, answer: await calls.charge(key) })) &&
      !state().pending.has(key),
    void: async ({ key, chargeKey }, tools) => {
      const answer = await tools.calls.void(chargeKey);
      return (
        isRecorded(await tools.execute({ type: 'answer-charge', key: chargeKey, answer })) &&
        (await markDone(tools, key))
      );
    },
    refund: async ({ refundId }, { calls, execute, state }) => {
      const asked = state().refunds.get(refundId);
      if (!asked) return true;
      return isRecorded(await execute({ type: 'answer-refund', refundId, answer: await calls.refund(asked) }));
    },
    mail: async ({ key, mail, personId, orderId, refundId, step, at }, tools) => {
      const person = reached(tools, personId);
      const order = tools.state().orders.get(orderId);
      const of = refundId === null ? null : (tools.state().refunds.get(refundId) ?? null);
      if (person && order) await tools.ports.mailer.send({ key, mail, person, order, refund: of, step, at });
      return markDone(tools, key);
    },
  },
};
