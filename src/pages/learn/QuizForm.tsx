import { type FormEvent, useState } from 'react';
import type { QuizJudged, QuizTry } from '../../wire';
import { useLearnWords } from './learnWords';
import { sendTry } from './sending';
import type { LessonView, QuizView } from './view';

type Given = QuizTry['given'];
type Question = QuizView['questions'][number];

/** The questions of a lesson. What is right is known to the shop alone, and said once somebody has answered. */
export function QuizForm({
  quiz,
  lesson,
  onPassed,
}: {
  quiz: QuizView;
  lesson: LessonView;
  onPassed: (finished: boolean) => void;
}) {
  const words = useLearnWords();
  const [given, setGiven] = useState<Given>({});
  const [judged, setJudged] = useState<QuizJudged | null>(null);
  const [left, setLeft] = useState(quiz.left);
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  /** One try keeps its name until it is answered, so that pressing twice is one. */
  const [tryId, setTryId] = useState(newTry);
  const closed = judged !== null || quiz.passed;

  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!lesson.own || busy) return;
    if (quiz.questions.some((question) => isEmpty(given[question.id]))) return setSaid(words.unanswered);
    setBusy(true);
    const answered = await sendTry(lesson.own, { id: tryId, given });
    setBusy(false);
    if (answered === null) return setSaid(words.notReached);
    if ('refused' in answered) return setSaid(answered.refused);
    setSaid(null);
    setJudged(answered.done);
    setLeft(answered.done.left);
    if (answered.done.passed) onPassed(answered.done.finished);
  }

  return (
    <form className="quiz" onSubmit={(event) => void submit(event)} noValidate>
      <h2>{words.questions}</h2>
      <p className="cap">
        {quiz.needs} {!quiz.passed && left !== null && left > 0 && judged === null && words.triesLeft(left)}
      </p>
      {quiz.questions.map((question) => (
        <Asked
          key={question.id}
          question={question}
          given={given[question.id]}
          closed={closed || !lesson.own}
          judged={judged?.questions.find(({ id }) => id === question.id)}
          onGiven={(answer) => setGiven((all) => ({ ...all, [question.id]: answer }))}
        />
      ))}
      {said !== null && (
        <p className="message alarm mt-3" role="alert">
          {said}
        </p>
      )}
      {judged && (
        <p className={`message mt-3 ${judged.passed ? 'calm' : 'alarm'}`} role="status">
          {judged.sentence} {!judged.passed && left !== null && (left > 0 ? words.triesLeft(left) : words.noneLeft)}
        </p>
      )}
      {lesson.own && !quiz.passed && judged === null && left !== 0 && (
        <button className="btn btn-primary mt-4" disabled={busy}>
          {words.answer}
        </button>
      )}
      {judged && !judged.passed && left !== 0 && (
        <button
          type="button"
          className="btn btn-quiet mt-4"
          onClick={() => {
            setJudged(null);
            setTryId(newTry());
          }}
        >
          {words.tryAgain}
        </button>
      )}
      {!quiz.passed && judged === null && left === 0 && <p className="mt-3">{words.noneLeft}</p>}
    </form>
  );
}

function Asked({
  question,
  given,
  closed,
  judged,
  onGiven,
}: {
  question: Question;
  given: Given[string] | undefined;
  closed: boolean;
  judged: QuizJudged['questions'][number] | undefined;
  onGiven: (answer: Given[string]) => void;
}) {
  const words = useLearnWords();
  const chosen = Array.isArray(given) ? given : [];
  return (
    <fieldset className="question" disabled={closed}>
      <legend dir="auto">{question.text}</legend>
      {question.kind === 'typed' ? (
        <input
          className="field"
          aria-label={words.typed}
          dir="auto"
          maxLength={500}
          value={typeof given === 'string' ? given : ''}
          onChange={(event) => onGiven(event.target.value)}
        />
      ) : (
        question.answers.map((answer) => (
          <label key={answer.id} className="answer">
            <input
              type={question.kind === 'one' ? 'radio' : 'checkbox'}
              className={question.kind === 'one' ? 'radio' : 'checkbox'}
              name={question.id}
              checked={chosen.includes(answer.id)}
              onChange={(event) =>
                onGiven(
                  question.kind === 'one'
                    ? [answer.id]
                    : event.target.checked
                      ? [...chosen, answer.id]
                      : chosen.filter((id) => id !== answer.id),
                )
              }
            />
            <span dir="auto">{answer.text}</span>
          </label>
        ))
      )}
      {judged && (
        <p className={judged.right ? 'text-access' : 'text-alarm'}>
          {judged.right ? words.right : words.wrong} <span dir="auto">{judged.why}</span>
        </p>
      )}
    </fieldset>
  );
}

const isEmpty = (given: Given[string] | undefined): boolean =>
  given === undefined || (typeof given === 'string' ? given.trim() === '' : given.length === 0);

/** A name that no other try has: no secret. */
const newTry = (): string => `try_${Date.now().toString(36)}${Math.random().toString(36).slice(2, 10)}`;
