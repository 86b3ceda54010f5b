import type { AnswerId, QuestionId } from '#core/ids';
import type { Question, Quiz } from './quiz';

/** What somebody answered, by question: the answers they chose, or what they typed. */
export type Given = Readonly<Record<QuestionId, readonly AnswerId[] | string>>;

export interface Judged {
  /** Which questions were answered rightly. */
  right: QuestionId[];
  of: number;
  passed: boolean;
}

/** What was answered, question by question: each counts whole or not at all. What was not asked is not looked at. */
export function judge({ questions, passAt }: Quiz, given: Given): Judged {
  const right = questions.filter((question) => isRight(question, given[question.id])).map(({ id }) => id);
  return { right, of: questions.length, passed: right.length * 100 >= passAt * questions.length };
}

function isRight(question: Question, given: Given[QuestionId] | undefined): boolean {
  if (given === undefined) return false;
  if (question.kind === 'typed') {
    if (typeof given !== 'string') return false;
    const typed = alike(given, question.marksCount);
    return typed !== '' && question.accepts.some((text) => alike(text, question.marksCount) === typed);
  }
  if (typeof given === 'string') return false;
  const chosen = new Set(given);
  const known = question.answers.filter(({ id }) => chosen.has(id));
  // What is no answer here is no answer.
  if (known.length !== chosen.size || (question.kind === 'one' && chosen.size !== 1)) return false;
  return question.answers.every(({ id, right }) => right === chosen.has(id));
}

/** A typed answer as it is compared: without what stands around it, in small letters, one space for several. */
function alike(text: string, marksCount: boolean): string {
  const plain = marksCount ? text.normalize('NFC') : text.normalize('NFD').replace(/\p{M}/gu, '');
  return plain.trim().replace(/\s+/g, ' ').toLowerCase();
}
