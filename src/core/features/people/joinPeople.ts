import { isRunning } from '#core/agreements';
import type { OrderId, PersonId } from '#core/ids';
import { fact } from '#core/journal';
import { refuse } from '#core/refusal';
import type { Command, Decision } from '../../engine/command';
import { passesFor } from '../access/passesFor';
import type { ShopState } from '../../engine/state';

/**
 * Makes two one: orders, passes, agreements, progress and what is counted of the one are the other's. What is under way
 * for either goes on for the one that is left.
 */
export function joinPeople(
  state: ShopState,
  { personId, intoId }: Extract<Command, { type: 'join-people' }>,
): Decision {
  if (personId === intoId) return refuse('same-person');
  if (!state.people.has(personId) || !state.people.has(intoId)) return refuse('no-such-person');
  const agreementIds = state.agreementsOfPerson.get(personId) ?? [];
  return {
    events: [
      fact('people.joined', {
        personId,
        intoId,
        orderIds: ordersOf(state, personId),
        passIds: [...(state.passesOfPerson.get(personId) ?? [])],
        agreementIds: [...agreementIds],
        paymentIds: agreementIds.flatMap((id) =>
          (state.agreements.get(id)?.payments ?? []).flatMap((payment) => payment.id ?? []),
        ),
        chargeKeys: [...state.charges.values()]
          .filter((c) => c.personId === personId || c.recipientId === personId)
          .map(({ key }) => key),
      }),
    ],
  };
}

/** What they paid for, and what others paid for them. */
function ordersOf(state: ShopState, personId: PersonId): OrderId[] {
  const theirs = state.ordersOfPerson.get(personId) ?? [];
  const got = passesFor(state, personId).flatMap(({ cause }) => (cause.kind === 'paid' ? [cause.orderId] : []));
  return [...new Set([...theirs, ...got])];
}

/** Offers to which both have a subscription that runs, by what they are called: one of the two is paid for in vain. */
export function subscribedTwice(state: ShopState, one: PersonId, other: PersonId): string[] {
  const runningOf = (personId: PersonId) =>
    (state.agreementsOfPerson.get(personId) ?? [])
      .flatMap((id) => state.agreements.get(id) ?? [])
      .filter((a) => a.terms.kind === 'subscription' && isRunning(a));
  const theirs = new Set(runningOf(other).map(({ offerId }) => offerId));
  return [...new Set(runningOf(one).flatMap(({ offerId, title }) => (theirs.has(offerId) ? [title] : [])))];
}
