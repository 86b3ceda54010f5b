import type { Request } from 'express';
import {
  afterCheckout,
  hrefOf,
  inDesigns,
  type OfferPassed,
  onFrom,
  type Path,
  pathSeen,
  sightOf,
  type Stand,
  standsNow,
  type Step,
  thanksOf,
  type WalkFacts,
} from '#core/paths';
import { isOpen } from '#core/passes';
import type { Release } from '#core/release';
import { hasAlready, offerPassed, type Order, passesFor, walkFacts } from '#core/shop';
import type { PathId, StepId } from '#core/ids';
import { type CounterContext, liveRelease } from '../context';
import { withFacts } from '../shared/orderFacts';
import { personOfDevice } from '../shared/device';
import { visitsOf } from './visit';

/** The path of an order as it was at its checkout: what follows payment is read from there. */
export interface PathOfOrder {
  release: Release;
  path: Path;
  /** The same with the addresses it has now. */
  present: Path;
}

export function pathOfOrder(context: CounterContext, req: Request, order: Order, pathId: PathId): PathOfOrder | null {
  const live = liveRelease(context);
  const release = context.releases.get(order.release) ?? live;
  const whole = release?.content.paths.find((p) => p.id === pathId);
  if (!release || !whole) return null;
  // What had run out for this visit when it paid is not met after payment; what runs out since still is.
  const visit = visitsOf(context, req).find((v) => v.checkout === order.checkoutId);
  const sight = sightOf(whole, { ...visit, at: order.at }, release.content);
  const path = inDesigns(pathSeen(whole, sight), visit?.seed, order.came.design);
  const now = live?.content.paths.find((p) => p.id === pathId);
  return { release, path, present: now ? withAddressesOf(path, now) : path };
}

/** A path's steps as they were, at the addresses that they have since. */
function withAddressesOf(path: Path, now: Path): Path {
  const steps = path.steps.map((step) => {
    const same = now.steps.find((s) => s.id === step.id);
    return same ? { ...step, address: same.address, formerAddresses: same.formerAddresses } : step;
  });
  return { ...path, steps, address: now.address, formerAddresses: now.formerAddresses };
}

/** What an offer step offers, and how it stands for one order and whoever looks. */
interface Walking {
  facts: WalkFacts;
  passed: OfferPassed;
}

function walking(context: CounterContext, req: Request, order: Order, { release, path }: PathOfOrder): Walking {
  const { state } = context.runner;
  const at = { now: context.runner.now(), release: liveRelease(context) };
  // What somebody had before is told only to somebody who is signed in.
  const own = personOfDevice(context, req) === order.personId;
  return {
    facts: walkFacts(
      order,
      path,
      (productId) => own && passesFor(state, order.personId, productId).some((pass) => isOpen(pass, at.now)),
    ),
    passed: offerPassed(
      state,
      order,
      release,
      at,
      (offer) => own && hasAlready({ state, now: at.now }, release, offer, order.personId),
    ),
  };
}

/** Whether an offer after payment is this order's to answer now. */
export const isTheirTurn = (
  context: CounterContext,
  req: Request,
  order: Order,
  of: PathOfOrder,
  stepId: StepId,
): boolean => {
  const { facts, passed } = walking(context, req, order, of);
  return standsNow(of.path, order.came.step, facts, passed).some(({ id }) => id === stepId);
};

/** Whether an offer is still to be had, and yet not theirs: answers on the way there were not given. */
export const isNotTheirs = (
  context: CounterContext,
  req: Request,
  order: Order,
  of: PathOfOrder,
  step: Step,
): boolean => walking(context, req, order, of).passed(step) === null && !isTheirTurn(context, req, order, of, step.id);

/**
 * Where a paid order's visit goes on: to an offer, a page, the thank-you page, or out of the path.
 * @param from the step it stands at; from its checkout where none is said
 */
export function nextHref(
  context: CounterContext,
  req: Request,
  order: Order,
  pathId: PathId,
  from: Step | null = null,
): string {
  const of = pathOfOrder(context, req, order, pathId);
  if (!of) return '/';
  const { facts, passed } = walking(context, req, order, of);
  return hrefOfStand(
    context,
    order,
    of.present,
    from ? onFrom(of.path, from, facts, passed) : afterCheckout(of.path, order.came.step, facts, passed),
  );
}

function hrefOfStand(context: CounterContext, order: Order, present: Path, stand: Stand): string {
  if (stand.at === 'step') return hrefOf(present, present.steps.find((s) => s.id === stand.step.id) ?? stand.step);
  if (stand.at === 'out') {
    if (stand.to.kind === 'elsewhere') return stand.to.facts ? withFacts(context, stand.to.href, order) : stand.to.href;
    const { path: to } = stand.to;
    const other = liveRelease(context)?.content.paths.find((p) => p.id === to);
    return other ? `/${other.address}` : '/';
  }
  const thanks = thanksOf(present);
  return thanks ? hrefOf(present, thanks) : `/${present.address}`;
}
