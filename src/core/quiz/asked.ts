import { mixedBy } from '#core/seed';
import type { Question, Quiz } from './quiz';

/** A question as a browser gets it: nothing in it says which answer is right. */
export type AskedQuestion = {
  id: Question['id'];
  kind: Question['kind'];
  text: string;
  /** Empty where the answer is typed. */
  answers: { id: string; text: string }[];
};

/** A quiz as somebody is asked it. @param seed whose own order it is, where it is mixed */
export function askedOf({ questions, mixed }: Quiz, seed: string): AskedQuestion[] {
  const inOrder = mixed ? mixedBy(seed, questions) : questions;
  return inOrder.map((question) => {
    const answers = question.kind === 'typed' ? [] : question.answers.map(({ id, text }) => ({ id, text }));
    const { id, kind, text } = question;
    return { id, kind, text, answers: mixed ? mixedBy(seed, answers) : answers };
  });
}

/** Whether somebody may try once more. @param tries how often they have */
export const mayTry = ({ tries: most }: Quiz, tries: number): boolean => most === 0 || tries < most;
