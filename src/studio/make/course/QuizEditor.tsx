import type { Lesson } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { type Question, type Quiz, quizProblems } from '#core/quiz';
import { newId } from '../../data/ids';
import { newAnswer, QuizAnswers } from './QuizAnswers';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { changeLesson } from './changeCourse';

const newQuestion = (): Question => ({
  id: newId('que'),
  kind: 'one',
  text: '',
  why: '',
  answers: [newAnswer('', true), newAnswer()],
});

/** The questions at a lesson's end: what is asked, what is right, and what it takes to pass. */
export function QuizEditor({ productId, lesson }: { productId: ProductId; lesson: Lesson }) {
  const { quiz } = lesson;
  const editLesson = (recipe: (l: Lesson) => void): void => void changeLesson(productId, lesson.id, recipe);
  const edit = (recipe: (q: Quiz) => void): void =>
    editLesson((l) => {
      if (l.quiz) recipe(l.quiz);
    });
  if (!quiz)
    return (
      <section className="sec">
        <button
          className="opt"
          onClick={() =>
            editLesson((l) => {
              l.quiz = { questions: [newQuestion()], passAt: 80, tries: 0, mixed: false };
            })
          }
        >
          Ask questions at the end
        </button>
      </section>
    );
  return (
    <section className="sec" aria-label="Questions">
      <h3 className="mb-1">Questions</h3>
      <p className="sentence">
        Passed with{' '}
        <CountFill
          label="How much of a hundred has to be right"
          value={quiz.passAt}
          from={0}
          to={100}
          onChange={(passAt) =>
            edit((q) => {
              q.passAt = passAt;
            })
          }
        />{' '}
        % right; tried{' '}
        <ChoiceFill
          label="How often it can be tried"
          value={String(quiz.tries)}
          choices={[
            ['0', 'as often as they like'],
            ...[1, 2, 3, 5, 10].map((n) => [String(n), n === 1 ? 'once' : `at most ${n} times`] as const),
          ]}
          onChange={(tries) =>
            edit((q) => {
              q.tries = Number(tries);
            })
          }
        />
        , in{' '}
        <ChoiceFill
          label="In which order it is asked"
          value={quiz.mixed ? 'mixed' : 'as-here'}
          choices={[
            ['as-here', 'this order'],
            ['mixed', 'an order of each person’s own'],
          ]}
          onChange={(order) =>
            edit((q) => {
              q.mixed = order === 'mixed';
            })
          }
        />
        . A lesson with questions is done by passing them.
      </p>
      {quizProblems(quiz).map((problem) => (
        <p key={problem} className="wrong">
          {problem}
        </p>
      ))}
      <ol>
        {quiz.questions.map((question, i) => (
          <QuestionEditor key={question.id} question={question} at={i} onEdit={edit} />
        ))}
      </ol>
      <p className="mt-2 flex gap-5">
        <button
          className="opt"
          onClick={() =>
            edit((q) => {
              q.questions.push(newQuestion());
            })
          }
        >
          Add a question
        </button>
        <button
          className="opt"
          onClick={() =>
            editLesson((l) => {
              l.quiz = null;
            })
          }
        >
          Ask none
        </button>
      </p>
    </section>
  );
}

function QuestionEditor({
  question,
  at,
  onEdit,
}: {
  question: Question;
  at: number;
  onEdit: (recipe: (q: Quiz) => void) => void;
}) {
  const n = at + 1;
  const edit = (recipe: (q: Question) => void): void =>
    onEdit((quiz) => {
      const found = quiz.questions.find((q) => q.id === question.id);
      if (found) recipe(found);
    });
  const becomes = (kind: Question['kind']): void =>
    onEdit((quiz) => {
      const { id, text, why } = question;
      const answers = question.kind === 'typed' ? question.accepts.map((t) => newAnswer(t, true)) : question.answers;
      const accepts =
        question.kind === 'typed'
          ? question.accepts
          : question.answers.flatMap((a) => (a.right && a.text !== '' ? a.text.slice(0, 200) : []));
      quiz.questions[at] =
        kind === 'typed'
          ? { id, text, why, kind, accepts: accepts.length > 0 ? accepts : [''], marksCount: false }
          : { id, text, why, kind, answers: answers.length > 1 ? answers : [...answers, newAnswer()] };
    });
  return (
    <li className="mt-3 border-t border-line pt-2">
      <p className="flex items-baseline gap-3">
        <span className="text-ink-2">{n}</span>
        <input
          className="bare flex-1 font-semibold"
          aria-label={`Question ${n}`}
          placeholder="What do you ask?"
          dir="auto"
          value={question.text}
          onChange={(event) =>
            edit((q) => {
              q.text = event.target.value.slice(0, 1_000);
            })
          }
        />
        <ChoiceFill
          label={`How question ${n} is answered`}
          value={question.kind}
          choices={[
            ['one', 'one answer'],
            ['several', 'several answers'],
            ['typed', 'a typed answer'],
          ]}
          onChange={becomes}
        />
        <button
          className="opt"
          aria-label={`Take out question ${n}`}
          onClick={() =>
            onEdit((quiz) => {
              quiz.questions.splice(at, 1);
            })
          }
        >
          Take out
        </button>
      </p>
      {question.kind === 'typed' ? (
        <p className="sentence ps-6">
          Right is{' '}
          <input
            className="fill w-80"
            aria-label={`Right answers to question ${n}`}
            placeholder="wren; winter wren"
            dir="auto"
            value={question.accepts.join('; ')}
            onChange={(event) =>
              edit((q) => {
                if (q.kind === 'typed')
                  q.accepts = event.target.value
                    .split(/; ?/)
                    .slice(0, 50)
                    .map((text) => text.slice(0, 200));
              })
            }
          />{' '}
          (several apart by a semicolon); accents and marks{' '}
          <ChoiceFill
            label={`Whether marks count in question ${n}`}
            value={question.marksCount ? 'count' : 'not'}
            choices={[
              ['not', 'do not matter'],
              ['count', 'matter'],
            ]}
            onChange={(how) =>
              edit((q) => {
                if (q.kind === 'typed') q.marksCount = how === 'count';
              })
            }
          />
          .
        </p>
      ) : (
        <QuizAnswers question={question} n={n} onEdit={edit} />
      )}
      <input
        className="bare w-full ps-6 text-ink-2"
        aria-label={`Said after question ${n}`}
        placeholder="Said once it is answered: why is it so?"
        dir="auto"
        value={question.why}
        onChange={(event) =>
          edit((q) => {
            q.why = event.target.value.slice(0, 2_000);
          })
        }
      />
    </li>
  );
}
