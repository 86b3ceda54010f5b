import * as z from 'zod';
import { idFor, type LessonId } from '#core/ids';
import { OpeningPlan } from '#core/opening';
import { Quiz } from '#core/quiz';
import { FileRef } from '../../file';
import type { Opening } from '../kind';
import { LessonBlock, type Written } from '../written';

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
export const filesOfLesson = ({ blocks, files }: Pick<Written, 'blocks' | 'files'>): FileRef[] => [
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
}: Pick<Written, 'blocks' | 'files'> & Partial<Pick<Lesson, 'quiz'>>): boolean =>
  files.length > 0 ||
  (quiz ?? null) !== null ||
  blocks.some((block) => block.kind !== 'words' || block.text.content.some((part) => (part.content ?? []).length > 0));

/** Pictures, sounds and films are looked at in their place; its files are there to take along. */
export function openingsOfLesson(lesson: Omit<Written, 'title'>): Opening[] {
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
