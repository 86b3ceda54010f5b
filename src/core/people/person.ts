import * as z from 'zod';
import { idFor, type PersonId } from '#core/ids';

/** What is known of a person, kept apart from the journal so that it can be erased. */
export const PersonRecord = z.object({
  id: idFor<PersonId>(),
  rev: z.int().min(1),
  name: z.string().max(200),
  address: z
    .string()
    .max(
      254,
    ) /** VAT numbers as given, their form checked, by the checkout they were given at: what one claims changes no other's papers. */,
  vatNumbers: z.record(z.string(), z.string().max(30)).optional(),
});
export type PersonRecord = z.infer<typeof PersonRecord>;
