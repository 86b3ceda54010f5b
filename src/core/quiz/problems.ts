import type { Question, Quiz } from './quiz';

/** What is wrong with a quiz, each in a sentence. */
export function quizProblems({ questions }: Quiz): string[] {
  if (questions.length === 0) return ['The quiz asks nothing.'];
  return questions.flatMap((question, i) => {
    const problem = questionProblem(question);
    return problem === null ? [] : [`Question ${i + 1} ${problem}`];
  });
}

function questionProblem(question: Question): string | null {
  if (question.text.trim() === '') return 'has no words.';
  if (question.kind === 'typed')
    return question.accepts.some((text) => text.trim() !== '') ? null : 'has no answer that would be right.';
  const { answers } = question;
  if (answers.length < 2) return 'has fewer than two answers.';
  if (answers.some(({ text }) => text.trim() === '')) return 'has an answer without words.';
  const right = answers.filter((answer) => answer.right).length;
  if (right === 0) return 'has no right answer.';
  return question.kind === 'one' && right > 1 ? 'has several right answers, and only one can be chosen.' : null;
}
