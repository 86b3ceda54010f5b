import type { Request } from 'express';
import { offersAfterPayment, type Path } from '#core/paths';
import type { Release } from '#core/release';
import { offerStanding, type OfferAfterPayment, type Order } from '#core/shop';
import type { PathId } from '#core/ids';
import { type CounterContext, liveRelease } from '../context';
import { personOfDevice } from '../shared/device';
import { hasAlready } from './cart';
import { hrefOfStep } from './shells';

/** The path of an order as it was at its checkout: what is offered after it is read from there. */
export function pathOfOrder(
  context: CounterContext,
  order: Order,
  pathId: PathId,
): { release: Release; path: Path; address: Path } | null {
  const release = context.releases.get(order.release) ?? liveRelease(context);
  const path = release?.content.paths.find((p) => p.id === pathId);
  if (!release || !path) return null;
  // Its address may have changed since; its steps are those that were there.
  const now = liveRelease(context)?.content.paths.find((p) => p.id === pathId) ?? path;
  return { release, path, address: { ...path, address: now.address } };
}

/** The offer after payment where an order's visit stands now; null when there is none any more. */
export function offerNow(
  context: CounterContext,
  req: Request,
  order: Order,
  pathId: PathId,
): OfferAfterPayment | null {
  const of = pathOfOrder(context, order, pathId);
  if (!of) return null;
  const { state } = context.runner;
  const at = { now: context.runner.now(), release: liveRelease(context) };
  const own = personOfDevice(context, req) === order.personId;
  return (
    offersAfterPayment(of.path).find(
      (offer) =>
        offerStanding(state, order, offer, of.release, at).at !== 'over' &&
        // What somebody who is signed in has already is passed over, unseen.
        !(own && hasAlready({ state, now: at.now }, of.release, offer, order.personId)),
    ) ?? null
  );
}

/** Where a paid order's visit goes on: to an offer, or to the thank-you page. */
export function nextHref(context: CounterContext, req: Request, order: Order, pathId: PathId): string {
  const of = pathOfOrder(context, order, pathId);
  if (!of) return '/';
  const offer = offerNow(context, req, order, pathId);
  return offer ? hrefOfStep(of.address, offer.step) : `/${of.address.address}/thanks`;
}
