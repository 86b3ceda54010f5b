import * as z from 'zod';
import { Access } from './access';

/** The largest amount one payment can have, in minor units. */
const amount = z.int().min(0).max(9_999_999_999);

/** Nothing is paid, ever. */
const Free = z.strictObject({ kind: z.literal('free'), access: Access.optional() });
/** One payment on the day of buying. A price of zero is written as `free`, so that it is never a slip. */
const Once = z.strictObject({ kind: z.literal('once'), amount: amount.min(1), access: Access.optional() });

/** How a price is paid. Frozen into the order when sold. */
export const Terms = z.discriminatedUnion('kind', [Free, Once]);
export type Terms = z.infer<typeof Terms>;
export type FreeTerms = z.infer<typeof Free>;
export type OnceTerms = z.infer<typeof Once>;
