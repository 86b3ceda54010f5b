import type { Response } from 'express';
import type { CounterContext } from '../context';
import type { Reading } from './reading';
import { wordsPage } from './wordsPage';

/** Answers with a page of a heading, a sentence and one way on. */
export function sendWords(
  context: CounterContext,
  reading: Reading,
  res: Response,
  said: { status: number; heading: string; text: string; action: { label: string; href: string } },
): void {
  res
    .status(said.status)
    .set('Cache-Control', 'no-store')
    .send(wordsPage(context, reading, said.heading, [said.text], said.action));
}
