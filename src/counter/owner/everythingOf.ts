import { isGone } from '#core/people';
import type { PersonId } from '#core/ids';
import { entriesOf, passesFor, sessionsOfPass } from '#core/shop';
import type { CounterContext } from '../context';

/**
 * Everything the shop keeps of one person, as they may ask for it: their record, what they bought and paid over time,
 * what they can open and fetched, how far they have come, what they keep for themselves, and where they are signed in.
 * @returns null where nobody of this id is known
 */
export function everythingOf({ people, runner, learners, doors }: CounterContext, asked: PersonId): object | null {
  const record = people.get(asked);
  if (!record || isGone(record)) return null;
  const { id: personId } = record;
  const { state } = runner;
  const orders = (state.ordersOfPerson.get(personId) ?? []).flatMap((id) => state.orders.get(id) ?? []);
  const agreements = (state.agreementsOfPerson.get(personId) ?? []).flatMap((id) => state.agreements.get(id) ?? []);
  const passes = passesFor(state, personId);
  return {
    what: 'Everything this shop keeps of one person',
    at: runner.now(),
    person: record,
    // The card's token is of use to this shop alone.
    orders: orders.map(({ card, ...order }) => ({ ...order, card: card && { last4: card.last4 } })),
    refunds: orders.flatMap((order) => order.refundIds.flatMap((id) => state.refunds.get(id) ?? [])),
    agreements: agreements.map(({ card, ...agreement }) => ({ ...agreement, card: card && { last4: card.last4 } })),
    access: passes,
    fetched: [...state.fileUses].flatMap(([key, use]) => {
      const [passId, fileId] = key.split('/');
      return passes.some(({ id }) => id === passId) ? [{ passId, fileId, ...use }] : [];
    }),
    learning: [...state.progress].flatMap(([key, { done, passed, finished }]) => {
      const [whose, productId] = key.split('/');
      const entry = { productId, done: Object.fromEntries(done), passed: Object.fromEntries(passed), finished };
      return whose === personId ? [entry] : [];
    }),
    booked: passes.flatMap(({ id }) => [...entriesOf(state, id), ...sessionsOfPass(state, id)]),
    theirOwn: learners.get(personId),
    sessions: doors.sessionsOf(personId).map(({ at, seen, what }) => ({ at, seen, what })),
  };
}
