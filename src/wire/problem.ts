import * as z from 'zod';

/** An error as it travels (RFC 9457): `title` is a sentence its reader can act on. */
export const ProblemBody = z.looseObject({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.string(),
});
export type ProblemBody = z.infer<typeof ProblemBody>;

/** What was done, in one sentence. */
export const Said = z.strictObject({ sentence: z.string() });
export type Said = z.infer<typeof Said>;
