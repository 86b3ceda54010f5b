import type { Question } from '#core/quiz';
import { newId } from '../../data/ids';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.quizAnswers;

export const newAnswer = (text = '', right = false) => ({ id: newId('ans'), text, right });

/** The answers that are offered to a question, and which of them are right. */
export function QuizAnswers({
  question,
  n,
  onEdit,
}: {
  question: Extract<Question, { kind: 'one' | 'several' }>;
  n: number;
  onEdit: (recipe: (q: Question) => void) => void;
}) {
  return (
    <div className="ps-6">
      {question.answers.map((given, k) => (
        <p key={given.id} className="flex items-center gap-3">
          <input
            type={question.kind === 'one' ? 'radio' : 'checkbox'}
            className={question.kind === 'one' ? 'radio radio-sm' : 'checkbox checkbox-sm'}
            name={question.id}
            aria-label={say.answerQuestionCorrect(k + 1, n)}
            checked={given.right}
            onChange={(event) =>
              onEdit((q) => {
                if (q.kind === 'typed') return;
                for (const [i, a] of q.answers.entries())
                  a.right = i === k ? q.kind === 'one' || event.target.checked : q.kind === 'several' && a.right;
              })
            }
          />
          <input
            className="bare flex-1"
            aria-label={say.answerQuestion(k + 1, n)}
            placeholder={say.anAnswer}
            dir="auto"
            value={given.text}
            onChange={(event) =>
              onEdit((q) => {
                const found = q.kind === 'typed' ? undefined : q.answers[k];
                if (found) found.text = event.target.value.slice(0, 500);
              })
            }
          />
          <button
            className="opt"
            aria-label={say.removeAnswerQuestion(k + 1, n)}
            onClick={() =>
              onEdit((q) => {
                if (q.kind !== 'typed') q.answers.splice(k, 1);
              })
            }
          >
            {say.remove}
          </button>
        </p>
      ))}
      <button
        className="opt"
        aria-label={say.addAnswerQuestion(n)}
        onClick={() =>
          onEdit((q) => {
            if (q.kind !== 'typed') q.answers.push(newAnswer());
          })
        }
      >
        {say.addAnswer}
      </button>
    </div>
  );
}
