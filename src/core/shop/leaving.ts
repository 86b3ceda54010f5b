import type { PersonId } from '#core/ids';
import type { ShopEvent } from '#core/journal';
import type { PersonRecord } from '#core/people';
import type { Asking } from './asking';
import type { Command, Executed } from './command';
import type { Ports } from './ports';
import type { ShopState } from './state';
import type { Todo } from './todo';

interface Leaving {
  asking: Asking;
  execute: (command: Command) => Promise<Executed>;
  state: () => ShopState;
}

/**
 * Does one thing that must leave the shop: asks a service and writes its answer down, or hands a letter over.
 * @returns whether it is settled for good
 */
export function leaving(
  ports: Pick<Ports, 'people' | 'mailer'>,
  { asking, execute, state }: Leaving,
): (todo: Todo) => Promise<boolean> {
  /** Who a letter goes to; whoever was erased has no address any more, and it falls away. */
  function reached(personId: PersonId): PersonRecord | undefined {
    const person = ports.people.get(personId);
    return person?.erased ? undefined : person;
  }

  return async function perform(todo: Todo): Promise<boolean> {
    switch (todo.kind) {
      case 'charge':
        return (
          isRecorded(await execute({ type: 'answer-charge', key: todo.key, answer: await asking.charge(todo.key) })) &&
          !state().todo.has(todo.key)
        );
      case 'due':
        return (
          isRecorded(await execute({ type: 'answer-charge', key: todo.key, answer: await asking.due(todo.key) })) &&
          !state().todo.has(todo.key)
        );
      case 'agreement-mail': {
        const person = reached(todo.message.personId);
        const agreement = state().agreements.get(todo.message.agreementId);
        if (person && agreement)
          await ports.mailer.sendAbout({ key: todo.key, message: todo.message, agreement, person, at: todo.at });
        return isRecorded(await execute({ type: 'mark-done', key: todo.key }));
      }
      case 'void': {
        const answer = await asking.void(todo.chargeKey);
        return (
          isRecorded(await execute({ type: 'answer-charge', key: todo.chargeKey, answer })) &&
          isRecorded(await execute({ type: 'mark-done', key: todo.key }))
        );
      }
      case 'refund': {
        const refund = state().refunds.get(todo.refundId);
        if (!refund) return true;
        const answer = await asking.refund(refund);
        return isRecorded(await execute({ type: 'answer-refund', refundId: refund.id, answer }));
      }
      case 'session-mail': {
        const { kind: _, writtenAt: at, ...mail } = todo;
        const session = state().sessions.get(mail.sessionId);
        const pass = session && state().passes.get(session.passId);
        const person = pass && reached(pass.personId);
        const also = (mail.also ?? []).flatMap((id) => state().sessions.get(id) ?? []);
        if (person && session) await ports.mailer.sendSession({ key: mail.key, mail, session, also, person, at });
        return isRecorded(await execute({ type: 'mark-done', key: mail.key }));
      }
      case 'task-mail': {
        const pass = state().passes.get(todo.passId);
        const person = pass && reached(pass.personId);
        const task = state().tasks.get(todo.passId);
        // Taken back before the letter went out, there is nothing to tell.
        if (person && pass && task?.done) await ports.mailer.sendTask({ ...todo, person, pass });
        return isRecorded(await execute({ type: 'mark-done', key: todo.key }));
      }
      case 'access-mail': {
        const { key, personId, productIds, at } = todo;
        const person = reached(personId);
        if (person) await ports.mailer.sendAccess({ key, person, productIds, at });
        return isRecorded(await execute({ type: 'mark-done', key }));
      }
      case 'mail': {
        const person = reached(todo.personId);
        const order = state().orders.get(todo.orderId);
        if (person && order)
          await ports.mailer.send({
            key: todo.key,
            mail: todo.mail,
            person,
            order,
            refund: todo.refundId === null ? null : (state().refunds.get(todo.refundId) ?? null),
            step: todo.step,
            at: todo.at,
          });
        return isRecorded(await execute({ type: 'mark-done', key: todo.key }));
      }
    }
  };
}

/** Recorded, or refused because it no longer matters; only a failed disk, or a shop that stands still, leaves it open. */
const isRecorded = (executed: Executed): boolean =>
  !('refused' in executed) || (executed.refused !== 'storage' && executed.refused !== 'stands-still');

/** Money is asked for, or asked back. */
export const isAskedOfService = ({ type }: ShopEvent): boolean =>
  type === 'charge.requested' || type === 'due.requested' || type === 'refund.requested';

/** Under which key a fact makes something that must leave the shop; null for one that makes nothing such. */
export function todoKeyOf(event: ShopEvent): string | null {
  switch (event.type) {
    case 'charge.requested':
    case 'due.requested':
    case 'access.mailDue':
    case 'agreement.mailDue':
    case 'mail.due':
    case 'session.mailDue':
    case 'task.done':
    case 'void.due':
      return event.data.key;
    case 'refund.requested':
      return event.data.refundId;
    default:
      return null;
  }
}
