import { FeedAddress } from './FeedAddress';
import { type LearnWords, LearnWordsProvider } from './learnWords';
import { Outline } from './Outline';
import type { CourseView } from './view';

/** A course's own page: where to go on, and all that is in it. */
export function CoursePage({ course, words }: { course: CourseView; words: LearnWords }) {
  const { mine } = course;
  return (
    <LearnWordsProvider value={words}>
      <div className="page-column pt-6">
        <h1 dir="auto">{course.title}</h1>
        {course.promise !== '' && (
          <p className="lead text-ink-2" dir="auto">
            {course.promise}
          </p>
        )}
        {course.note !== '' && <p className="message calm mt-4">{course.note}</p>}
        {mine && (
          <p className="mt-5 flex flex-wrap gap-3">
            {mine.goOn && (
              <a className="btn btn-primary" href={mine.goOn.href}>
                {mine.done === 0 ? words.begin : words.goOnWith(mine.goOn.title)}
              </a>
            )}
            {mine.certificate !== null && (
              <a className="btn btn-quiet" href={mine.certificate}>
                {words.certificate}
              </a>
            )}
          </p>
        )}
        {mine && mine.done === mine.of && mine.of > 0 && <p className="mt-3 text-access">{words.again}</p>}
        <div className="mt-6">
          <Outline course={course} />
        </div>
        {course.feed && <FeedAddress feed={course.feed} />}
      </div>
    </LearnWordsProvider>
  );
}
