import * as z from 'zod';
import { event } from './kind';
import { id1, passId1 } from './parts/basics';

/** What a pass waits for: work of the seller's, or an item that is sent. */
export const taskEvents = {
  /** Done, or sent under a number; its buyer hears of it. */
  'task.done': event(
    z.strictObject({
      passId: passId1,
      key: id1,
      /** Who carries it, and under which number. */
      carrier: z.string().max(100),
      number: z.string().max(100),
      /** Words of the seller's to the buyer. */
      note: z.string().max(1_000),
    }),
  ),
  /** It was marked by mistake. */
  'task.again': event(z.strictObject({ passId: passId1 })),
};
