import * as z from 'zod';
import { Id } from '#core/catalogue';

/** What is known of a person, kept apart from the journal so that it can be erased. */
export const PersonRecord = z.object({ id: Id, rev: z.int().min(1), name: z.string().max(200), address: z.string().max(254) });
export type PersonRecord = z.infer<typeof PersonRecord>;
