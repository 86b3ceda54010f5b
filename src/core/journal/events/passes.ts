import * as z from 'zod';
import { event } from './kind';
import { fileId1, moment1, passId1, personId1, productId1 } from './parts/basics';
import { closeReason1, holdReason1, holdReason2, pass1, pass2, pass3, passFrom1 } from './parts/pass';

/** Rights to open a product, and what was fetched under them. */
export const passEvents = {
  'pass.opened': event(z.strictObject({ pass: pass1 }))
    .next(z.strictObject({ pass: pass2 }), ({ pass }) => ({ pass: passFrom1(pass) }))
    .next(z.strictObject({ pass: pass3 }), (data) => data),
  'pass.held': event(z.strictObject({ passId: passId1, why: holdReason1 })).next(
    z.strictObject({ passId: passId1, why: holdReason2 }),
    (data) => data,
  ),
  /** Of one reason; the first version knew one at a time and released them all. */
  'pass.released': event(z.strictObject({ passId: passId1 })).next(
    z.strictObject({ passId: passId1, why: holdReason2.nullable() }),
    (data) => ({ ...data, why: null }),
  ),
  /** Its last day is another. Null while that is not known: a plan's dated access waits out its pause. */
  'pass.untilMoved': event(z.strictObject({ passId: passId1, until: moment1.nullable() })),
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
