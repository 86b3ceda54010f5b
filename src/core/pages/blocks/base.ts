import * as z from 'zod';
import { idFor, type BlockId } from '#core/ids';

export const line = z.string().max(300);
/** What every block has. */
export const blockBase = {
  id: idFor<BlockId>(),
  /** Kept on the page for later, shown to nobody. */ hidden: z.boolean().optional(),
};
