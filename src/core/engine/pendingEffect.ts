import type { Instant } from '#core/calendar';
import type { ChargeKey, OrderId, PersonId, ProductId, RefundId, StepId } from '#core/ids';
import type { EventOf } from '#core/journal';
import type { Lane } from './lanes';
import type { AgreementMail } from '../emails/agreementMail';

/** Something that must leave the shop and has not yet: the outbox does it, and a `done` event or its answer strikes it off. */
export type PendingEffect =
  | { kind: 'charge'; key: string }
  | { kind: 'void'; key: string; chargeKey: ChargeKey }
  | { kind: 'refund'; key: string; refundId: RefundId }
  | {
      kind: 'mail';
      key: string;
      mail: 'receipt' | 'refund';
      orderId: OrderId;
      personId: PersonId;
      refundId: RefundId | null;
      /** Of an offer after payment; null of the checkout. */
      step: StepId | null;
      at: Instant;
    }
  /** Somebody was given access by hand. */
  | { kind: 'access-mail'; key: string; personId: PersonId; productIds: readonly ProductId[]; at: Instant }
  | { kind: 'due'; key: string }
  | ({ kind: 'session-mail'; writtenAt: Instant } & EventOf<'session.mailDue'>['data'])
  | ({ kind: 'task-mail'; at: Instant } & EventOf<'task.done'>['data'])
  | { kind: 'agreement-mail'; key: string; message: AgreementMail; at: Instant };

/** Money has a lane of its own: a charge never waits for emails. */
const LANE_OF: Record<PendingEffect['kind'], Lane> = {
  charge: 'money',
  due: 'money',
  void: 'money',
  refund: 'money',
  mail: 'service-email',
  'access-mail': 'service-email',
  'session-mail': 'service-email',
  'task-mail': 'service-email',
  'agreement-mail': 'service-email',
};
export const laneOf = ({ kind }: Pick<PendingEffect, 'kind'>): Lane => LANE_OF[kind];
