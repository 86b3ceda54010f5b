import * as z from 'zod';
import { idFor, type PathId, type StepId } from '#core/ids';

/** Where something leads: to a step of this path, to another path, or to a page held elsewhere. */
export const Target = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('step'), step: idFor<StepId>() }),
  z.object({ kind: z.literal('path'), path: idFor<PathId>() }),
  z.object({
    kind: z.literal('elsewhere'),
    href: z.string().max(2_000),
    /** Whether whoever has paid carries the facts of their order there, signed. */
    facts: z.literal(true).optional(),
  }),
]);
export type Target = z.infer<typeof Target>;
