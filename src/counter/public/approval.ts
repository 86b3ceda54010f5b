import type { Request, Response } from 'express';
import * as z from 'zod';
import type { KeptCard } from '#core/agreements';
import { HOUR } from '#core/calendar';
import { hrefOf, leadsTo, stepOf } from '#core/paths';
import { LedToWay, waysFor } from '#core/ways';
import { refuse } from '#core/refusal';
import { isLasting } from '#core/terms';
import { NotAnswered } from '#core/shop';
import type { CounterContext } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { readToken, signToken } from '../http/signing';
import { carriedBy, giveToCarry } from '../http/visitCarrier';
import { readingFor } from '../shared/reading';
import { type Press, pressRefused } from './press';
import { turnBackHref } from './turnBackRoutes';
import type { Visit } from './visit';

/** What a checkout was led to a wallet with: it pays with that when its buyer is back. */
const Approval = z.object({ checkout: z.string(), way: LedToWay, token: z.string() });
type Approval = z.infer<typeof Approval>;

const KEPT_MS = HOUR;
const nameOf = ({ path, step }: Visit): string => `keel_approval_${step ?? path}`;

/** In the checkout's address once its buyer has approved, and once they turned back. */
export const APPROVED = 'approved';
export const TURNED_BACK = 'turned-back';

/**
 * Leads to a wallet or a bank: its owner approves the sum that the checkout shows, and comes back to the step they left.
 * Nothing is written and nothing is charged; what is approved is charged by the next press, like a card.
 * @returns where to go
 */
export async function askApproval(
  context: CounterContext,
  req: Request,
  res: Response,
  press: Press,
  way: LedToWay,
): Promise<string> {
  const { runner, ids } = context;
  const { visit, till, path } = press;
  if (!readingFor(context, req).ways.includes(way)) throw new Problem(503, (say) => say.wayNotReady, 'way-not-ready');
  // Nothing shows yet whose wallet it is: what is answered is what any stranger would hear.
  const asWhom = press.personal ? ids.next('u') : press.claimed;
  const means: KeptCard = { token: 'not yet approved', last4: '', way };
  const looked = till.shows(press.cart.priceId)
    ? runner.preview(press.command(asWhom, means))
    : refuse('no-such-price');
  if ('refused' in looked) throw pressRefused(context, req, res, press, looked, asWhom);
  const asked = looked.events.find((event) => event.type === 'charge.requested');
  if (!asked) throw refusalProblem(refuse('nothing-to-do', { why: 'no-card-needed' }));
  const { quote } = asked.data;
  guardWay(
    press,
    way,
    quote.lines.some((line) => isLasting(line.terms)),
  );
  const { shop } = press.live.content;
  const step = stepOf(path, till.step);
  // Back to the very host they are at: their checkout lies in its cookies.
  const origin = req.get('origin') ?? '';
  const host = context.hosts.isOwnOrigin(origin, req.get('host') ?? '') ? origin : context.publicAddress();
  const here = new URL(step ? hrefOf(path, step) : `/${path.address}`, host);
  const back = (word: string): string => {
    const to = new URL(here);
    to.searchParams.set(word, way);
    return to.href;
  };
  const turnsBack = step && leadsTo(path, step.id, 'turned-back') !== null;
  try {
    const { token, approveAt } = await context.payments.askApproval(way, {
      amount: quote.dueToday,
      currency: quote.currency,
      description: quote.lines
        .map((line) => line.title)
        .join(', ')
        .slice(0, 500),
      statement: quote.statement ?? shop.cardStatement,
      paidAddress: back(APPROVED),
      turnedBackAddress: turnsBack ? new URL(turnBackHref(path.id, step.id), host).href : back(TURNED_BACK),
    });
    const approval: Approval = { checkout: visit.checkout, way, token };
    giveToCarry(res, nameOf(visit), signToken(context.secrets.signing, 'approval', approval), KEPT_MS);
    return approveAt;
  } catch (error) {
    if (error instanceof NotAnswered) throw new Problem(503, (say) => say.notAnswered, 'not-answered');
    throw error;
  }
}

/** What is asked only once cannot pay where something is due later or an offer follows. */
export function guardWay({ till }: Pick<Press, 'till'>, way: LedToWay, later: boolean): void {
  if (!waysFor([way], { later: later || till.offersFollow }).includes(way))
    throw refusalProblem(refuse('way-not-kept'));
}

/**
 * What a buyer who is back from a wallet pays with. Whether it was approved, its service says when it is charged.
 * @throws Problem where this checkout was led to none
 */
export function approvedMeans(context: CounterContext, req: Request, visit: Visit, way: LedToWay): KeptCard {
  const token = carriedBy(req)[nameOf(visit)];
  const read = Approval.safeParse(token === undefined ? null : readToken(context.secrets.signing, 'approval', token));
  if (!read.success || read.data.checkout !== visit.checkout || read.data.way !== way)
    throw new Problem(409, (say) => say.notApproved, 'not-approved');
  return { token: read.data.token, last4: '', way };
}
