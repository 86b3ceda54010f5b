import * as z from 'zod';

/** When something that a pass opens shows itself. It stands on a whole, or on a part of it. */
export const OpeningPlan = z.discriminatedUnion('opens', [
  z.object({ opens: z.literal('at-once') }),
  /** So many dates after the product first opened for somebody. */
  z.object({ opens: z.literal('after'), days: z.int().min(1).max(3_650) }),
  /** On a date, whoever joined when. */
  z.object({ opens: z.literal('on'), date: z.iso.date() }),
  /** Its parts one every interval, in order: the first with it. */
  z.object({
    opens: z.literal('every'),
    every: z.object({ count: z.int().min(1).max(365), unit: z.enum(['day', 'week', 'month']) }),
  }),
  /** Its parts, and theirs, each after the one before is done. */
  z.object({ opens: z.literal('in-order') }),
]);
export type OpeningPlan = z.infer<typeof OpeningPlan>;

/** A whole and its parts as far as opening goes: a course with its modules and lessons, a membership with what is inside. */
export interface Part {
  id: string;
  /** None: as what it is part of. */
  plan: OpeningPlan | null;
  parts: readonly Part[];
  /** What it is called; left out where something else says so, as a product does that stands in a membership. */
  title?: string | undefined;
  /** Not before this moment, whatever the plan says: since when it is part of the whole at all. */
  since?: string | undefined;
}
