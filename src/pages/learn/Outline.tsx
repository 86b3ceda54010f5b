import { useLearnWords } from './learnWords';
import type { CourseView } from './view';

/** A course's modules and lessons: done, in hand, open, or when they will be. */
export function Outline({ course, at }: { course: CourseView; at?: string }) {
  const words = useLearnWords();
  return (
    <nav aria-label={words.lessons} className="outline-list">
      {course.mine && <HowFar mine={course.mine} />}
      {course.modules.map((module) => (
        <section key={module.id}>
          {module.title !== '' && (
            <h2 className={module.note === '' ? '' : 'text-ink-2'} dir="auto">
              {module.title}
            </h2>
          )}
          {module.note !== '' && <p className="cap">{module.note}</p>}
          <ol>
            {module.lessons.map((lesson) => (
              <li key={lesson.id} aria-current={lesson.id === at ? 'page' : undefined}>
                <span className="outline-mark" aria-hidden>
                  {lesson.done ? '✓' : ''}
                </span>
                {lesson.href === null ? (
                  <span className="text-ink-2" dir="auto">
                    {lesson.title}
                  </span>
                ) : (
                  <a href={lesson.href} dir="auto">
                    {lesson.title}
                  </a>
                )}
                {lesson.done && <span className="sr-only"> ({words.doneMark})</span>}
                {lesson.note !== '' && <span className="cap block">{lesson.note}</span>}
              </li>
            ))}
          </ol>
        </section>
      ))}
    </nav>
  );
}

/** How much of it is done, and what opens next. */
export function HowFar({ mine }: { mine: NonNullable<CourseView['mine']> }) {
  return (
    <div className="mb-4">
      <b className="font-semibold">{mine.progress}</b>
      <progress className="how-far" value={mine.done} max={Math.max(1, mine.of)} aria-label={mine.progress} />
      {mine.opensNext !== '' && <p className="cap">{mine.opensNext}</p>}
    </div>
  );
}
