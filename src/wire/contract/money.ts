import { route } from '#core/routes';
import { LeadsTo, OwnerAct, RefundAnswer, RefundLeft, RefundLeftRequest, RefundPreview, RefundRequest } from '../owner';
import { Said } from '../problem';

/** Refunds, and acts on plans and subscriptions. */
export const MONEY_ROUTES = {
  refundLeft: route({
    method: 'POST',
    path: '/refunds/left',
    right: 'give-back',
    does: 'What can still be refunded of each line of an order.',
    body: RefundLeftRequest,
    answer: RefundLeft,
  }),
  previewRefund: route({
    method: 'POST',
    path: '/refunds/preview',
    right: 'give-back',
    does: 'What a refund would come to.',
    body: RefundRequest,
    answer: RefundPreview,
  }),
  refund: route({
    method: 'POST',
    path: '/refunds',
    right: 'give-back',
    does: 'Refunds lines of an order.',
    body: RefundRequest,
    answer: RefundAnswer,
  }),
  previewAct: route({
    method: 'POST',
    path: '/agreements/:id/preview',
    right: 'answer',
    does: 'What an act on a plan or subscription would lead to.',
    body: OwnerAct,
    answer: LeadsTo,
  }),
  actOnAgreement: route({
    method: 'POST',
    path: '/agreements/:id/act',
    right: 'answer',
    does: 'Acts on a plan or subscription.',
    body: OwnerAct,
    answer: Said,
  }),
};
