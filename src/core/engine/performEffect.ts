import type { PersonId } from '#core/ids';
import type { ShopEvent } from '#core/journal';
import type { PersonRecord } from '#core/people';
import type { PaymentCalls } from './paymentCalls';
import type { Command, Executed } from './command';
import type { Ports } from './ports';
import type { ShopState } from './state';
import type { PendingEffect } from './pendingEffect';

interface Doing {
  calls: PaymentCalls;
  execute: (command: Command) => Promise<Executed>;
  state: () => ShopState;
}

/**
 * Does one thing that must leave the shop: asks a service and writes its answer down, or hands an email over.
 * @returns whether it is settled for good
 */
export function performEffect(
  ports: Pick<Ports, 'people' | 'mailer'>,
  { calls, execute, state }: Doing,
): (effect: PendingEffect) => Promise<boolean> {
  /** Who an email goes to; whoever was erased has no address any more, so nothing is sent. */
  function reached(personId: PersonId): PersonRecord | undefined {
    const person = ports.people.get(personId);
    return person?.erased ? undefined : person;
  }

  return async function perform(effect: PendingEffect): Promise<boolean> {
    switch (effect.kind) {
      case 'charge':
        return (
          isRecorded(
            await execute({ type: 'answer-charge', key: effect.key, answer: await calls.charge(effect.key) }),
          ) && !state().pending.has(effect.key)
        );
      case 'due':
        return (
          isRecorded(await execute({ type: 'answer-charge', key: effect.key, answer: await calls.due(effect.key) })) &&
          !state().pending.has(effect.key)
        );
      case 'agreement-mail': {
        const person = reached(effect.message.personId);
        const agreement = state().agreements.get(effect.message.agreementId);
        if (person && agreement)
          await ports.mailer.sendAbout({ key: effect.key, message: effect.message, agreement, person, at: effect.at });
        return isRecorded(await execute({ type: 'mark-done', key: effect.key }));
      }
      case 'void': {
        const answer = await calls.void(effect.chargeKey);
        return (
          isRecorded(await execute({ type: 'answer-charge', key: effect.chargeKey, answer })) &&
          isRecorded(await execute({ type: 'mark-done', key: effect.key }))
        );
      }
      case 'refund': {
        const refund = state().refunds.get(effect.refundId);
        if (!refund) return true;
        const answer = await calls.refund(refund);
        return isRecorded(await execute({ type: 'answer-refund', refundId: refund.id, answer }));
      }
      case 'session-mail': {
        const { kind: _, writtenAt: at, ...mail } = effect;
        const session = state().sessions.get(mail.sessionId);
        const pass = session && state().passes.get(session.passId);
        const person = pass && reached(pass.personId);
        const also = (mail.also ?? []).flatMap((id) => state().sessions.get(id) ?? []);
        if (person && session) await ports.mailer.sendSession({ key: mail.key, mail, session, also, person, at });
        return isRecorded(await execute({ type: 'mark-done', key: mail.key }));
      }
      case 'task-mail': {
        const pass = state().passes.get(effect.passId);
        const person = pass && reached(pass.personId);
        const task = state().tasks.get(effect.passId);
        // Taken back before the email went out, there is nothing to tell.
        if (person && pass && task?.done) await ports.mailer.sendTask({ ...effect, person, pass });
        return isRecorded(await execute({ type: 'mark-done', key: effect.key }));
      }
      case 'access-mail': {
        const { key, personId, productIds, at } = effect;
        const person = reached(personId);
        if (person) await ports.mailer.sendAccess({ key, person, productIds, at });
        return isRecorded(await execute({ type: 'mark-done', key }));
      }
      case 'mail': {
        const person = reached(effect.personId);
        const order = state().orders.get(effect.orderId);
        if (person && order)
          await ports.mailer.send({
            key: effect.key,
            mail: effect.mail,
            person,
            order,
            refund: effect.refundId === null ? null : (state().refunds.get(effect.refundId) ?? null),
            step: effect.step,
            at: effect.at,
          });
        return isRecorded(await execute({ type: 'mark-done', key: effect.key }));
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
export function effectKeyOf(event: ShopEvent): string | null {
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
