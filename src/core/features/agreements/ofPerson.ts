import { type Agreement, isRunning } from '#core/agreements';
import type { PersonId } from '#core/ids';
import type { OfPerson } from '../../engine/ofPerson';
import type { ShopState } from '../../engine/state';

const agreementsOf = (state: ShopState, personId: PersonId): Agreement[] =>
  (state.agreementsOfPerson.get(personId) ?? []).flatMap((id) => state.agreements.get(id) ?? []);

export const agreementsOfPerson: OfPerson = {
  holds: (state, personId) => ({
    // The card's token is of use to this shop alone.
    agreements: agreementsOf(state, personId).map(({ card, ...agreement }) => ({
      ...agreement,
      card: card && { last4: card.last4 },
    })),
  }),
  underWay(state, personId) {
    const running = agreementsOf(state, personId).find(isRunning);
    return running ? { why: 'still-runs', title: running.title } : null;
  },
  whom: { 'agreement-mail': (_state, { message }) => message.personId },
};
