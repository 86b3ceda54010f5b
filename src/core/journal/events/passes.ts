import * as z from 'zod';
import { event } from './kind';
import { fileId1, moment1, passId1, personId1, productId1 } from './parts/basics';
import { closeReason1, holdReason1, pass1 } from './parts/pass';

/** Rights to open a product, and what was fetched under them. */
export const passEvents = {
  'pass.opened': event(z.strictObject({ pass: pass1 })),
  'pass.held': event(z.strictObject({ passId: passId1, why: holdReason1 })),
  'pass.released': event(z.strictObject({ passId: passId1 })),
  'pass.closed': event(z.strictObject({ passId: passId1, why: closeReason1, dueAt: moment1.nullable() })),
  'file.fetched': event(
    z.strictObject({
      passId: passId1,
      personId: personId1,
      productId: productId1,
      fileId: fileId1,
      count: z.int().min(1),
    }),
  ),
};
