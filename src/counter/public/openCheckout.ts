import type { Request, Response } from 'express';
import { checkoutOf, type Coming, leadsTo, type Path, type Step } from '#core/paths';
import type { Page } from '#core/pages';
import type { Release } from '#core/release';
import type { Order } from '#core/shop';
import { checkoutDataFor } from '../../pages/data/checkoutData';
import type { CheckoutData } from '../../wire';
import type { CounterContext } from '../context';
import { textOf } from '../http/textOf';
import { personOfDevice } from '../shared/device';
import { readingFor } from '../shared/reading';
import { nextHref } from './afterPayment';
import { checkoutState } from './checkoutState';
import { cameAnew } from './seen';
import { WITH } from './shells';
import { turnBackHref } from './turnBackRoutes';
import { begunAnew, giveVisit, newVisit, ordersOfVisit, quoteStands, readVisit, tillFor, type Visit } from './visit';

/** This visit's checkout at a step: the one it has, or a new one under what is live. Null when it went elsewhere. */
export async function openCheckout(
  context: CounterContext,
  req: Request,
  res: Response,
  at: { release: Release; path: Path; step: Step; page: Page; coming: Coming },
): Promise<{ data: CheckoutData; visit: Visit } | null> {
  const { release, path, page, coming } = at;
  // A sales page that carries its own checkout carries the path's first.
  const step = at.step.kind === 'checkout' ? at.step : (checkoutOf(path) ?? at.step);
  const next = (order: Order): string => nextHref(context, req, order, path.id);
  await context.runner.synced();
  let visit = readVisit(context, req, path.id, step.id);
  const reading = readingFor(context, req);
  let state = visit ? checkoutState(context.runner.state, visit.checkout, next, reading.locale) : null;
  // Another window than the one that paid first shows what it has in hand: its script asks.
  const again = 'again' in req.query;
  if (state?.status === 'paid' && !again && ordersOfVisit(context, req).some((o) => o.checkoutId === visit?.checkout)) {
    res.redirect(303, state.next);
    return null;
  }
  const unsettled = state?.status === 'asking' || state?.status === 'bank';
  const paidElsewhere = state?.status === 'paid' && !again;
  if (!visit || (!unsettled && !paidElsewhere && (state?.status === 'paid' || !quoteStands(context, visit)))) {
    visit = newVisit(context, path, step.id, coming);
    state = { status: 'open' };
  } else if (!unsettled && !paidElsewhere && cameAnew(visit, coming))
    visit = begunAnew(context, visit, release, coming);
  // An email's link pressed while a checkout is open leads to what is bought there.
  visit = { ...visit, email: coming.email ?? visit.email };
  giveVisit(context, res, visit);
  const quoted = context.releases.get(visit.release) ?? release;
  const till = tillFor({ visit, release: quoted }, path, coming.at);
  const added = textOf(req.query[WITH]);
  const extras = till.extras.some(({ id }) => id === added) ? [added] : [];
  const data = {
    ...checkoutDataFor(reading, quoted, till, page, state ?? { status: 'open' }, {
      visit,
      extras,
      ...(personOfDevice(context, req) === null
        ? {}
        : { personId: personOfDevice(context, req) ?? '', signedIn: true }),
    }),
    chosen: textOf(req.query['price']),
    turnBack: leadsTo(path, step.id, 'turned-back') === null ? null : turnBackHref(path.id, step.id),
  };
  return { data, visit };
}
