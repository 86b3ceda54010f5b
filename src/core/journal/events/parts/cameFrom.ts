import * as z from 'zod';
import { id1 } from './basics';

/**
 * Where a charge came from. It stands on every charge and on all that follows from it, because history cannot be
 * refilled later by whoever wants to count by it. Null where nothing of the kind was there.
 */
export const cameFrom1 = z.strictObject({
  path: id1.nullable(),
  step: id1.nullable(),
  /** The visit that paid. */
  visit: id1.nullable(),
  entrance: id1.nullable(),
  partner: id1.nullable(),
  /** Of a comparison of two designs: which one this visit saw. */
  design: z.string().max(130).nullable(),
});

/** From version 2 on with the email whose link led to it. */
export const cameFrom2 = cameFrom1.extend({ email: id1.nullable() });

/** What is known of a charge written down before this was. */
export const NOWHERE1: z.infer<typeof cameFrom1> = {
  path: null,
  step: null,
  visit: null,
  entrance: null,
  partner: null,
  design: null,
};
export const NOWHERE: z.infer<typeof cameFrom2> = { ...NOWHERE1, email: null };

/** A charge of before emails were told apart. */
export const withEmail = <T extends { came: z.infer<typeof cameFrom1> }>(data: T) => ({
  ...data,
  came: { ...data.came, email: null },
});

/** The language the buyer read in: null is the shop's own, whatever that is. */
export const language1 = z.string().max(35).nullable();
