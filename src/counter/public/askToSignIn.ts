import type { Request, Response } from 'express';
import type { CounterContext } from '../context';
import { readingFor } from '../shared/reading';
import { sendWords } from '../shared/sendWords';

/** Answers whoever comes to something that is read and may be theirs, if they sign in. */
export function askToSignIn(context: CounterContext, req: Request, res: Response): void {
  const reading = readingFor(context, req);
  const { heading, text, action } = reading.words.course.signIn;
  sendWords(context, reading, res, { status: 404, heading, text, action: { label: action, href: '/member/' } });
}
