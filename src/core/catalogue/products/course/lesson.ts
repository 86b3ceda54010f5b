import * as z from 'zod';
import { type BlockId, idFor, type LessonId } from '#core/ids';
import { OpeningPlan } from '#core/opening';
import { Quiz } from '#core/quiz';
import { FileRef } from '../../file';
import { RichText } from '../../richText';
import type { Opening } from '../kind';

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

export const Lesson = z.object({
  id: idFor<LessonId>(),
  title: z.string().max(200),
  blocks: z.array(LessonBlock).max(200),
  /** To take along. */
  files: z.array(FileRef).max(50),
  quiz: Quiz.nullable(),
  /** When it opens, where that is not as its module says. */
  plan: OpeningPlan.nullable(),
  /** Open to anybody, from the sales page. */
  sample: z.boolean(),
  /** Written, and not yet shown to anybody. */
  heldBack: z.boolean(),
  /** Whether the course is done without it. */
  counts: z.boolean(),
  /** Off the outline for whoever never had it open: what somebody had open stays theirs. */
  putAway: z.boolean().optional(),
});
export type Lesson = z.infer<typeof Lesson>;

/** The files whose bytes a lesson needs. */
export const filesOfLesson = ({ blocks, files }: Pick<Lesson, 'blocks' | 'files'>): FileRef[] => [
  ...blocks.flatMap((block): FileRef[] => {
    if (block.kind === 'words' || block.kind === 'film-elsewhere') return [];
    if (block.kind === 'picture') return [block.file];
    const poster = block.kind === 'film' && block.poster ? [block.poster] : [];
    return [block.file, ...poster, ...block.captions.map(({ file }) => file)];
  }),
  ...files,
];

/** Whether it has anything to look at. */
export const hasContent = ({
  blocks,
  files,
  quiz,
}: Pick<Lesson, 'blocks' | 'files'> & Partial<Pick<Lesson, 'quiz'>>): boolean =>
  files.length > 0 ||
  (quiz ?? null) !== null ||
  blocks.some((block) => block.kind !== 'words' || block.text.content.some((part) => (part.content ?? []).length > 0));

/** Pictures, sounds and films are looked at in their place; its files are there to take along. */
export function openingsOfLesson(lesson: Pick<Lesson, 'blocks' | 'files'> & { id: string }): Opening[] {
  const taken = new Set(lesson.files);
  return filesOfLesson(lesson).map((file) => ({
    id: file.id,
    name: file.name,
    file,
    url: null,
    part: lesson.id,
    use: taken.has(file) ? 'taken' : 'shown',
  }));
}
