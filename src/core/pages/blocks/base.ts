import * as z from 'zod';
import { Id } from '#core/catalogue';

export const line = z.string().max(300);
/** What every block has. */
export const blockBase = { id: Id, /** Kept on the page for later, shown to nobody. */ hidden: z.boolean().optional() };
