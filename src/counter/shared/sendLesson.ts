import type { Request, Response } from 'express';
import { lessonHtml } from '../../pages/render';
import type { LessonView } from '../../pages/learn/view';
import type { CounterContext } from '../context';
import { allowFrames, sendPage, type SentPage } from './sendPage';

/** Sends a lesson. A film held elsewhere may be framed on its page, once somebody presses. */
export function sendLesson(
  context: CounterContext,
  req: Request,
  res: Response,
  lesson: LessonView,
  within: NonNullable<SentPage['within']>,
): void {
  allowFrames(
    res,
    lesson.blocks.flatMap((block) => (block.kind === 'film-elsewhere' ? block.url : [])),
  );
  sendPage(context, req, res, {
    kind: 'lesson',
    title: lesson.title,
    keepOut: true,
    themed: true,
    wide: 'lesson',
    within,
    body: lessonHtml(lesson),
  });
}
