import * as z from 'zod';

/** Somewhere that somebody is signed in. */
export const SessionLine = z.strictObject({
  /** Names it, and opens nothing. */
  id: z.string().max(40),
  /** Browser and system in a word or two; empty where they are not known. */
  what: z.string(),
  /** When it began, on this machine's clock: an instant; for a member the day in words. */
  since: z.string().nullable(),
  /** The one that asks. */
  here: z.boolean(),
});
export type SessionLine = z.infer<typeof SessionLine>;

export const EndSession = z.strictObject({ id: z.string().max(40) });
export type EndSession = z.infer<typeof EndSession>;
