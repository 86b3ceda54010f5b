import * as z from 'zod';
import { type BlockId, Id, idFor } from '#core/ids';

export const line = z.string().max(300);
/** What every block has. */
export const blockBase = {
  id: idFor<BlockId>(),
  /** Kept on the page for later, shown to nobody. */ hidden: z.boolean().optional(),
};

/** A button that leads to a checkout may add one of its extras by the way: whoever presses it has chosen that. */
export const addsExtra = { adds: Id.optional() };
