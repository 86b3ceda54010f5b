import { useState } from 'react';
import { Blocks } from './Blocks';
import { type LearnWords, LearnWordsProvider, useLearnWords } from './learnWords';
import { Notes } from './Notes';
import { Outline } from './Outline';
import { QuizForm } from './QuizForm';
import { WithThis } from './WithThis';
import { useLearning } from './useLearning';
import type { LessonView } from './view';

/** One lesson with its course beside it. It can be read whole before any script has come. */
export function LessonPage({
  lesson,
  words,
  typedEarly,
}: {
  lesson: LessonView;
  words: LearnWords;
  /** What stood in the notes before the script came. */
  typedEarly?: string | undefined;
}) {
  return (
    <LearnWordsProvider value={words}>
      <div className="lesson-grid">
        <aside className="lesson-course" id="lessons">
          <Outline course={lesson.course} at={lesson.id} />
        </aside>
        <LessonBody lesson={lesson} />
        {lesson.own && (
          <aside className="lesson-notes">
            <Notes own={lesson.own} lessonId={lesson.id} typedEarly={typedEarly} />
          </aside>
        )}
      </div>
    </LearnWordsProvider>
  );
}

function LessonBody({ lesson }: { lesson: LessonView }) {
  const words = useLearnWords();
  const learning = useLearning(lesson);
  const [played, setPlayed] = useState<readonly string[]>([]);
  const films = lesson.blocks.flatMap((block) => (block.kind === 'film' ? block.id : []));

  function ended(id: string): void {
    const all = [...new Set([...played, id])];
    setPlayed(all);
    // Done by itself at the end of its last film.
    if (lesson.own && lesson.quiz === null && films.length > 0 && films.every((film) => all.includes(film)))
      void learning.markDone();
  }

  return (
    <article className="lesson-body">
      <p className="to-lessons">
        <a className="plain-link" href="#lessons">
          {words.all}
        </a>
      </p>
      <h1 dir="auto">{lesson.title}</h1>
      {lesson.note !== '' && <p className="message calm my-3">{lesson.note}</p>}
      <Blocks blocks={lesson.blocks} own={lesson.own} onEnded={ended} />
      <WithThis files={lesson.files} />
      {lesson.quiz && (
        <QuizForm quiz={lesson.quiz} lesson={lesson} onPassed={(finished) => learning.passed(finished)} />
      )}
      {learning.said !== null && (
        <p
          className={`message mt-4 ${learning.said.wrong ? 'alarm' : 'calm'}`}
          role={learning.said.wrong ? 'alert' : 'status'}
        >
          {learning.said.text}
        </p>
      )}
      <Onward lesson={lesson} done={learning.done} quiet={learning.said !== null} onDone={learning.markDone} />
    </article>
  );
}

/** Back and on, at the thumb; pressing on marks the lesson done where it has no quiz to pass. */
function Onward({
  lesson,
  done,
  quiet,
  onDone,
}: {
  lesson: LessonView;
  done: boolean;
  /** Something has just been said about it. */
  quiet: boolean;
  onDone: () => Promise<boolean>;
}) {
  const words = useLearnWords();
  const { previous, next, own, quiz, course } = lesson;
  const marks = own !== null && quiz === null && !done;
  return (
    <div className="lesson-onward">
      {previous ? (
        <a className="btn btn-quiet" href={previous.href}>
          {words.backTo(previous.title)}
        </a>
      ) : (
        <a className="btn btn-quiet" href={course.href}>
          {course.mine ? words.backTo(course.title) : words.toTheCourse}
        </a>
      )}
      {marks && (
        <button
          className="btn btn-primary"
          onClick={() =>
            void onDone().then((noted) => {
              if (noted && next) location.href = next.href;
            })
          }
        >
          {next ? words.doneOnTo(next.title) : words.done}
        </button>
      )}
      {!marks && next && (
        <a className={`btn ${done ? 'btn-primary' : 'btn-quiet'}`} href={next.href}>
          {words.onTo(next.title)}
        </a>
      )}
      {done && !quiet && <span className="text-access">✓ {words.isDone}</span>}
    </div>
  );
}
