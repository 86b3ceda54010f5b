import type { NextFunction, Request, Response } from 'express';
import * as z from 'zod';
import { refuse, type Refusal } from '#core/refusal';
import { StorageFailed } from '#core/shop';
import { refusalInWords, type Words, wordsFor } from '#core/words';
import type { ProblemBody } from '../../wire';
import { isDiskError } from '../files/fileCalls';

/** A sentence of the catalogue, or one that only the seller reads. */
type Sentence = string | ((words: Words['pages']['problems']) => string);

/** An error that a person can act on, sent as RFC 9457 `application/problem+json` in the language they read. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly sentence: Sentence | Refusal,
    readonly code: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(code);
  }

  in(locale: string): string {
    if (typeof this.sentence === 'string') return this.sentence;
    return typeof this.sentence === 'function'
      ? this.sentence(wordsFor(locale).pages.problems)
      : refusalInWords(this.sentence, locale);
  }
}

/** A refusal of the shop as a problem. */
export function refusalProblem(refusal: Refusal, more: Record<string, unknown> = {}): Problem {
  const later = refusal.refused === 'storage' || refusal.refused === 'stands-still';
  return new Problem(later ? 503 : 409, refusal, refusal.refused, more);
}

export function sendProblem(res: Response, problem: Problem, locale: string): void {
  const body: ProblemBody = {
    type: `about:blank#${problem.code}`,
    title: problem.in(locale),
    status: problem.status,
    code: problem.code,
    ...problem.more,
  };
  // What is refused before all of it has come is not read to its end: the line can carry nothing more.
  if (!res.req.complete) res.set('connection', 'close');
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(body));
}

/**
 * The last handler of every audience: known problems as they are, anything else as one calm sentence.
 * @param localeOf the locale that whoever sent a request reads
 */
export function problemHandler(log: (error: unknown) => void, localeOf: (req: Request) => string) {
  return (error: unknown, req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(error);
    const send = (problem: Problem): void => sendProblem(res, problem, localeOf(req));
    if (error instanceof Problem) return send(error);
    if (error instanceof StorageFailed || isDiskError(error)) {
      log(error);
      return send(refusalProblem(refuse('storage')));
    }
    if (error instanceof z.ZodError)
      return send(
        new Problem(422, (say) => say.notUnderstood, 'not-understood', {
          issues: error.issues.slice(0, 5).map((i) => ({ at: i.path.join('.'), why: i.message })),
        }),
      );
    const status = (error as { status?: unknown }).status;
    if (typeof status === 'number' && status >= 400 && status < 500)
      return send(new Problem(status, (say) => (status === 413 ? say.tooLarge : say.unreadable), 'bad-request'));
    log(error);
    return send(new Problem(500, (say) => say.unexpected, 'unexpected'));
  };
}
