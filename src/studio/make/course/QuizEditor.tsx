import type { Lesson } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { type Question, type Quiz, quizProblems } from '#core/quiz';
import { newId } from '../../data/ids';
import { goOnAt } from '../../frame/goOnAt';
import { newAnswer, QuizAnswers } from './QuizAnswers';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { changeLesson } from './changeCourse';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.quizEditor;

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
          {say.addQuestionsEnd}
        </button>
      </section>
    );
  return (
    <section className="sec" aria-label={say.questions}>
      <h3 className="mb-1">{say.questions}</h3>
      <p className="sentence">
        {say.passMark}{' '}
        <CountFill
          label={say.passMarkPercent}
          value={quiz.passAt}
          from={0}
          to={100}
          onChange={(passAt) =>
            edit((q) => {
              q.passAt = passAt;
            })
          }
        />{' '}
        {say.with}{' '}
        <ChoiceFill
          label={say.numberAttempts}
          value={String(quiz.tries)}
          choices={[
            ['0', say.unlimitedAttempts],
            ...[1, 2, 3, 5, 10].map((n) => [String(n), n === 1 ? say.oneAttempt : say.mostAttempts(n)] as const),
          ]}
          onChange={(tries) =>
            edit((q) => {
              q.tries = Number(tries);
            })
          }
        />
        {say.questionsIn}{' '}
        <ChoiceFill
          label={say.orderQuestions}
          value={quiz.mixed ? 'mixed' : 'as-here'}
          choices={[
            ['as-here', say.thisOrder],
            ['mixed', say.randomOrderEachMember],
          ]}
          onChange={(order) =>
            edit((q) => {
              q.mixed = order === 'mixed';
            })
          }
        />
        {say.lessonQuestionsCompletedPassing}
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
          onClick={() => {
            const question = newQuestion();
            edit((q) => {
              q.questions.push(question);
            });
            goOnAt(`[data-part="${question.id}"]`, 'input');
          }}
        >
          {say.addQuestion}
        </button>
        <button
          className="opt"
          onClick={() =>
            editLesson((l) => {
              l.quiz = null;
            })
          }
        >
          {say.removeAllQuestions}
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
    <li className="mt-3 border-t border-line pt-2" data-part={question.id}>
      <p className="flex items-baseline gap-3">
        <span className="text-ink-2">{n}</span>
        <input
          className="bare flex-1 font-semibold"
          aria-label={say.question(n)}
          placeholder={say.whatDoYouWant}
          dir="auto"
          value={question.text}
          onChange={(event) =>
            edit((q) => {
              q.text = event.target.value.slice(0, 1_000);
            })
          }
        />
        <ChoiceFill
          label={say.typeAnswerQuestion(n)}
          value={question.kind}
          choices={[
            ['one', say.oneAnswer],
            ['several', say.severalAnswers],
            ['typed', say.typedAnswer],
          ]}
          onChange={becomes}
        />
        <button
          className="opt"
          aria-label={say.removeQuestion(n)}
          onClick={() =>
            onEdit((quiz) => {
              quiz.questions.splice(at, 1);
            })
          }
        >
          {say.remove}
        </button>
      </p>
      {question.kind === 'typed' ? (
        <p className="sentence ps-6">
          {say.correct}{' '}
          <input
            className="fill w-80"
            aria-label={say.correctAnswersQuestion(n)}
            placeholder={say.wrenWinterWren}
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
          {say.separateSeveralSemicolonsAccents}{' '}
          <ChoiceFill
            label={say.whetherAccentsPunctuationCount(n)}
            value={question.marksCount ? 'count' : 'not'}
            choices={[
              ['not', say.doNotMatter],
              ['count', say.matter],
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
        aria-label={say.explanationQuestion(n)}
        placeholder={say.explanationShownAfterAnswering}
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
