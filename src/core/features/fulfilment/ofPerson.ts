import type { PersonId } from '#core/ids';
import type { Pass } from '#core/passes';
import type { OfPerson } from '../../engine/ofPerson';
import type { ShopState } from '../../engine/state';
import { passesFor } from '../access/passesFor';
import { taskState } from './tasks';

/** Something they paid for that is still to be sent, or is on hold until its payment is settled. */
export const unsentTo = (state: ShopState, personId: PersonId): Pass[] =>
  passesFor(state, personId).filter((pass) => {
    const task = state.tasks.get(pass.id);
    return task?.for === 'sending' && ['waiting', 'on-hold'].includes(taskState(state, task));
  });

export const tasksOfPerson: OfPerson = {
  keptFor: (state, personId) => (unsentTo(state, personId).length > 0 ? 'parcel' : null),
  whom: { 'task-mail': (state, { passId }) => state.passes.get(passId)?.personId },
};
