import type { OfPerson } from '../../engine/ofPerson';

export const learningOfPerson: OfPerson = {
  holds: (state, personId) => ({
    learning: [...state.progress].flatMap(([key, { done, passed, finished }]) => {
      const [whose, productId] = key.split('/');
      const entry = { productId, done: Object.fromEntries(done), passed: Object.fromEntries(passed), finished };
      return whose === personId ? [entry] : [];
    }),
  }),
};
