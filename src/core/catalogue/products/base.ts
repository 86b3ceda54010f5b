import * as z from 'zod';
import { idFor, type ProductId } from '#core/ids';
import { FileRef } from '../file';
import { RichText } from '../richText';

/** What every product has, whatever its kind. */
export const productShape = <K extends string>(kind: K) => ({
  id: idFor<ProductId>(),
  kind: z.literal(kind),
  title: z.string().max(200),
  /** One line that says what it does for the buyer. */
  promise: z.string().max(300),
  description: RichText,
  picture: z.object({ file: FileRef, alt: z.string().max(300) }).nullable(),
  /** Short lines that pages can reuse. */
  benefits: z.array(z.string().max(300)).max(30),
  /** The seller's own number for it: what a line bears whose price has none of its own. */
  article: z.string().max(60).optional(),
  /** Off every list; owners keep it. */
  putAway: z.boolean().optional(),
});
