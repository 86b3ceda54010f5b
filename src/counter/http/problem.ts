import type { NextFunction, Request, Response } from 'express';
import * as z from 'zod';
import type { Refusal } from '#core/shop';

/** An error that a person can act on, sent as RFC 9457 `application/problem+json`. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly sentence: string,
    readonly code: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(sentence);
  }
}

/** A refusal of the shop as a problem. */
export function refusalProblem(refusal: Refusal, more: Record<string, unknown> = {}): Problem {
  return new Problem(refusal.refused === 'storage' ? 503 : 409, refusal.sentence, refusal.refused, more);
}

export function sendProblem(res: Response, problem: Problem): void {
  res
    .status(problem.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: `about:blank#${problem.code}`,
        title: problem.sentence,
        status: problem.status,
        code: problem.code,
        ...problem.more,
      }),
    );
}

/** The last handler of every audience: known problems as they are, anything else as one calm sentence. */
export function problemHandler(log: (error: unknown) => void) {
  return (error: unknown, _req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) return next(error);
    if (error instanceof Problem) return sendProblem(res, error);
    if (error instanceof z.ZodError)
      return sendProblem(
        res,
        new Problem(422, 'Something in this request is not as it should be. Nothing was changed.', 'not-understood', {
          issues: error.issues.slice(0, 5).map((i) => ({ at: i.path.join('.'), why: i.message })),
        }),
      );
    const status = (error as { status?: unknown }).status;
    if (typeof status === 'number' && status >= 400 && status < 500)
      return sendProblem(
        res,
        new Problem(status, status === 413 ? 'That is too large.' : 'This request cannot be read.', 'bad-request'),
      );
    log(error);
    return sendProblem(
      res,
      new Problem(500, 'Something went wrong on our side. Nothing more was done. Try again in a minute.', 'unexpected'),
    );
  };
}
