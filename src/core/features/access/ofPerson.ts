import type { OfPerson } from '../../engine/ofPerson';
import { passesFor } from './passesFor';

export const accessOfPerson: OfPerson = {
  holds(state, personId) {
    const access = passesFor(state, personId);
    const own = new Set<string>(access.map(({ id }) => id));
    return {
      access,
      fetched: [...state.fileUses].flatMap(([key, use]) => {
        const [passId = '', fileId] = key.split('/');
        return own.has(passId) ? [{ passId, fileId, ...use }] : [];
      }),
    };
  },
};
