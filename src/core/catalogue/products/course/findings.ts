import { quizProblems } from '#core/quiz';
import type { ContentFinding } from '../kind';
import { linkProblem } from '../link';
import type { Course } from './course';
import { hasContent, type Lesson } from './lesson';
import { lessonsOf } from './outline';

/** What a launch check finds about a course. @param title as it is quoted */
export function findingsOfCourse(course: Course, title: string): ContentFinding[] {
  const lessons = lessonsOf(course);
  if (lessons.length === 0)
    return [
      {
        code: 'nothing-to-deliver',
        text: `${title} has no lesson yet: a buyer would pay and get nothing.`,
        empties: true,
      },
    ];
  return lessons.flatMap((lesson) => findingsOfLesson(lesson, title));
}

function findingsOfLesson(lesson: Lesson, title: string): ContentFinding[] {
  const where = `${title}, lesson ${lesson.title.trim() === '' ? 'without a title' : `“${lesson.title}”`}`;
  const empty = hasContent(lesson)
    ? []
    : [{ code: 'lesson-empty', text: `${where} is empty. Fill it, or hold it back.` }];
  const untitled =
    lesson.title.trim() === '' ? [{ code: 'lesson-untitled', text: `${where}: members find it by its title.` }] : [];
  const links = lesson.blocks.flatMap((block) => {
    const problem = block.kind === 'film-elsewhere' ? linkProblem(block) : null;
    return problem === null ? [] : [{ code: 'link-wrong', text: `${where}: ${problem}` }];
  });
  const quiz = (lesson.quiz ? quizProblems(lesson.quiz) : []).map((text) => ({
    code: 'quiz-wrong',
    text: `${where}: ${text}`,
  }));
  return [...untitled, ...empty, ...links, ...quiz];
}
