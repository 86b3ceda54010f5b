import type { Request, RequestHandler, Response } from 'express';
import * as z from 'zod';
import type { CounterContext } from '../context';
import { cookiesOf, dropCookie, giveCookie } from '../http/cookies';
import { Problem, sendProblem } from '../http/problem';
import { readToken, signToken } from '../http/signing';
import { readingFor } from '../shared/reading';
import { PRACTICE_END, wordsPage } from '../shared/wordsPage';

const COOKIE = 'keel_walk';
const LASTS_MS = 12 * 3_600_000;
const Walk = z.object({ walk: z.string(), until: z.number() });

/** What stays the shop's own for whoever walks: the studio, and what is no page of a shop. */
const NEVER = /^\/(owner|studio|assets|health|notices)(\/|$)/i;

/** From now on this browser meets the practice shop at the shop's own addresses. Only the studio's answers give it. */
export function letWalk({ secrets }: CounterContext, res: Response, walk: string): void {
  const token = signToken(secrets.signing, 'walk', { walk, until: Date.now() + LASTS_MS });
  giveCookie(res, COOKIE, token, { maxAgeMs: LASTS_MS, sameSite: 'strict' });
}

const stopWalking = (res: Response): void => dropCookie(res, COOKIE);

/** The walk that a browser is on; also one that is over. */
function walkOf({ secrets }: CounterContext, req: Request): string | null {
  const token = cookiesOf(req)[COOKIE];
  const read = Walk.safeParse(token === undefined ? null : readToken(secrets.signing, 'walk', token));
  return read.success && read.data.until > Date.now() ? read.data.walk : null;
}

/**
 * Leads whoever walks into their practice shop, before anything of the real one has looked at the request. Where the walk
 * is over they hear so: nobody who means to practise is ever at the real shop without knowing.
 */
export function practiceDoor(context: CounterContext): RequestHandler {
  return (req, res, next) => {
    const walk = NEVER.test(req.path) ? null : walkOf(context, req);
    if (walk === null) return next();
    if (req.path === PRACTICE_END) {
      stopWalking(res);
      return res.redirect(303, '/');
    }
    const shop = context.practice?.get(walk);
    if (shop) return shop.answer(req, res);
    // Only a page that somebody reads tells them, and lets them go: what a page fetches by itself does not.
    if (req.method !== 'GET' || !(req.get('accept') ?? '').includes('text/html')) {
      const problem = new Problem(410, (say) => say.walkOver, 'walk-over');
      return sendProblem(res, problem, readingFor(context, req).locale);
    }
    stopWalking(res);
    const reading = readingFor(context, req);
    const { heading, text, action } = reading.words.pages.walkOver;
    res
      .status(410)
      .set('Cache-Control', 'no-store')
      .send(wordsPage(context, reading, heading, [text], { label: action, href: '/' }));
  };
}
