import * as z from 'zod';
import { idFor, type PageId } from '#core/ids';
import { Block } from './blocks';

export const Page = z.object({
  id: idFor<PageId>(),
  kind: z.enum(['sales', 'checkout', 'thanks']),
  /** For search engines and the browser's tab; the headline's words when empty. */
  title: z.string().max(200),
  description: z.string().max(400),
  blocks: z.array(Block).max(200),
});
export type Page = z.infer<typeof Page>;
export type PageKind = Page['kind'];
