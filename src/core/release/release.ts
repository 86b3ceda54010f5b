import * as z from 'zod';
import { DOCUMENT_KINDS, type ReleaseContent as Content } from '#core/documents';

export type ReleaseContent = Content;
export type { DraftContent } from '#core/documents';

/** Everything the public sees, each kind of document under its own name. */
export const ReleaseContent = z.object(
  Object.fromEntries(DOCUMENT_KINDS.map((kind) => [kind.list, kind.schema])),
) as unknown as z.ZodType<Content>;

export const Release = z.object({
  format: z.literal(1),
  number: z.int().min(1),
  basedOn: z.int().min(1).nullable(),
  at: z.string(),
  /** Who published it: the owner or a helper; absent in releases from before that was noted. */
  by: z.string().max(60).optional(),
  content: ReleaseContent,
});
export type Release = z.infer<typeof Release>;
