import * as z from 'zod';
import { type BlockId, idFor } from '#core/ids';
import { FileRef } from '../file';
import { RichText } from '../richText';

/** Words to a film or a sound, in one language: WebVTT. */
export const Captions = z.object({ language: z.string().max(35), file: FileRef });
export type Captions = z.infer<typeof Captions>;

const shape = { id: idFor<BlockId>() };
const played = { title: z.string().max(200), file: FileRef, captions: z.array(Captions).max(20) };

/** One thing of a lesson, in the order in which it is read. */
export const LessonBlock = z.discriminatedUnion('kind', [
  z.object({ ...shape, kind: z.literal('words'), text: RichText }),
  z.object({ ...shape, kind: z.literal('picture'), file: FileRef, alt: z.string().max(300) }),
  z.object({
    ...shape,
    kind: z.literal('sound'),
    ...played,
  }),
  z.object({
    ...shape,
    kind: z.literal('film'),
    ...played,
    /** What stands there before it plays. */
    poster: FileRef.nullable(),
  }),
  /** Held elsewhere: shown in a frame only once somebody has pressed, since that calls another host. */
  z.object({ ...shape, kind: z.literal('film-elsewhere'), title: z.string().max(200), url: z.string().max(2_000) }),
]);
export type LessonBlock = z.infer<typeof LessonBlock>;

/** A part of a product that is read: a lesson, a post. Its id is that of the part with which it opens. */
export interface Written {
  id: string;
  title: string;
  blocks: readonly LessonBlock[];
  /** To take along. */
  files: readonly FileRef[];
}
