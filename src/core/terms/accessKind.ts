import * as z from 'zod';

/** How long something bought stays open. A date is a whole day in the shop's zone: open to its end. */
export const Access = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('forever') }),
  z.strictObject({
    kind: z.literal('for'),
    count: z.int().min(1).max(1_200),
    unit: z.enum(['day', 'week', 'month', 'year']),
  }),
  z.strictObject({ kind: z.literal('until'), date: z.iso.date() }),
]);
export type Access = z.infer<typeof Access>;
