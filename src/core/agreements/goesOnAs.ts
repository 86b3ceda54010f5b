import { paymentsOf } from '#core/terms';
import type { Agreement } from './agreement';

type GoingOn = Pick<Agreement, 'stepsTo' | 'next' | 'terms' | 'anchor' | 'coupon' | 'owned' | 'sending'> &
  Partial<Pick<Agreement, 'told'>>;

/**
 * An agreement as its coming payments are: where its owner has chosen a lower level, with that one's terms from the next
 * payment on. Its payments go on being counted, so that the next one keeps its number.
 * @returns the same agreement where nothing else was chosen
 */
export function goesOnAs<A extends GoingOn>(a: A): A {
  const { stepsTo, next } = a;
  if (!stepsTo || next === null) return a;
  const { terms } = stepsTo;
  const last = paymentsOf(terms);
  return {
    ...a,
    terms: last === null ? terms : { ...terms, payments: last + next.n - 1 },
    anchor: { n: next.n, at: next.at },
    coupon: null,
    owned: undefined,
    sending: stepsTo.sending,
    told: null,
    stepsTo: undefined,
  };
}
