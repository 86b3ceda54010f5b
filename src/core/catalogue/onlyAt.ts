import * as z from 'zod';
import { type EntranceId, idFor, type PriceId, type StepId } from '#core/ids';

/** Where a price for few is shown and sold, and nowhere else; what it stands in place of is not shown beside it. */
export const OnlyAt = z.object({
  at: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('step'), step: idFor<StepId>() }),
    z.object({ kind: z.literal('links'), links: z.array(idFor<EntranceId>()).min(1).max(50) }),
  ]),
  insteadOf: idFor<PriceId>(),
});
export type OnlyAt = z.infer<typeof OnlyAt>;
