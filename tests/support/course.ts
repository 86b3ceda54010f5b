import { type Course, freshProduct, type Lesson, lessonNamed, type Module, richFromPlain } from '#core/catalogue';
import type { OpeningPlan } from '#core/opening';
import type { Quiz } from '#core/quiz';
import type { DraftContent } from '#core/release';
import { FILE_SHA } from './release';

export const WEEKLY: OpeningPlan = { opens: 'every', every: { count: 1, unit: 'week' } };

/** A lesson with a line of text. */
export const lessonWith = (id: string, more: Partial<Lesson> = {}): Lesson => ({
  ...lessonNamed(id, `Lesson ${id}`),
  blocks: [{ id: `${id}_words`, kind: 'words', text: richFromPlain(`What there is to read in ${id}.`) }],
  ...more,
});

export const moduleOf = (id: string, lessons: Lesson[], plan: OpeningPlan | null = null): Module => ({
  id,
  title: `Module ${id}`,
  plan,
  lessons,
});

export const courseOf = (modules: Module[], more: Partial<Course> = {}): Course => ({
  ...freshProduct('course', 'prd_course', 'Hearing Wrens'),
  modules,
  ...more,
});

/** Two questions: which of three, and one that is typed. Both must be correct. */
export const quiz = (more: Partial<Quiz> = {}): Quiz => ({
  questions: [
    {
      id: 'q_which',
      kind: 'one',
      text: 'Which one trills?',
      why: 'The second has the pause.',
      answers: [
        { id: 'a_first', text: 'The first', right: false },
        { id: 'a_second', text: 'The second', right: true },
      ],
    },
    { id: 'q_typed', kind: 'typed', text: 'What is it?', why: '', accepts: ['a wren'], marksCount: false },
  ],
  passAt: 100,
  tries: 0,
  mixed: false,
  ...more,
});

export const soundFile = (id: string) => ({
  id,
  sha256: FILE_SHA,
  name: `${id}.wav`,
  bytes: 12_000,
  type: 'audio/wav',
});

/** The first offer of a content opens the course instead. */
export const sellingCourse =
  (course: Course) =>
  (content: DraftContent): void => {
    content.products.push(course);
    for (const offer of content.offers) if (offer.id.startsWith('off_')) offer.productIds = [course.id];
  };
