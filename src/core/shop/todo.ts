import type { Instant } from '#core/calendar';
import type { ChargeKey, OrderId, PersonId, ProductId, RefundId, StepId } from '#core/ids';
import type { EventOf } from '#core/journal';
import type { AgreementMail } from '../messages/agreementMail';

/** What must leave the shop and has not yet: done by the runner, struck off by a `done` event or by its answer. */
export type Todo =
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
