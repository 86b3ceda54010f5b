import * as z from 'zod';
import { event } from './kind';
import { classDateId1, moment1, productId1 } from './parts/basics';

const date1 = z.strictObject({
  productId: productId1,
  dateId: classDateId1,
  /** What everybody who has a seat may choose now. */
  offers: z.strictObject({ otherDate: z.boolean(), money: z.boolean() }),
});

/** Dates of classes: what became of them after they were set. Who has seats is told by facts of their own. */
export const classEvents = {
  'classDate.moved': event(date1.extend({ from: moment1, until: moment1 })),
  'classDate.calledOff': event(date1),
};
