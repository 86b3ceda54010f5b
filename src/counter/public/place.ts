import type { Request } from 'express';
import { type Path, resolveAddress, type Step, stepsAfterPayment } from '#core/paths';
import type { Release } from '#core/release';
import type { Order } from '#core/shop';
import { type CounterContext, liveRelease } from '../context';
import { type PathOfOrder, pathOfOrder } from './afterPayment';
import { ordersOfVisit, visitsOf } from './visit';

/** Where an address leads whoever asks. */
export type PublicPlace =
  /** An offer after payment, to the order it is offered to. */
  | { found: 'offer'; order: Order; of: PathOfOrder; step: Step }
  | { found: 'step'; release: Release; path: Path; step: Step }
  | { found: 'moved'; to: string }
  | { found: 'nothing' };

/**
 * Where an address of a path leads. What follows payment is read from the release of its checkout, whatever its path has
 * become since; whoever has paid, or waits for an answer, on a path that was taken down finds it as it was.
 */
export function placeOf(context: CounterContext, req: Request, address: string, rest: string): PublicPlace {
  const asked = askedAfterPayment(context, req, address, rest);
  if (asked?.step.kind === 'offer') return { found: 'offer', ...asked };
  const release = liveRelease(context);
  const place = resolveAddress(release?.content.paths ?? [], address, rest);
  if (place.found === 'moved') return place;
  if (release && place.found === 'step') return { ...place, release };
  if (asked) return { found: 'step', release: asked.of.release, path: asked.of.present, step: asked.step };
  return checkoutUnderWay(context, req, address, rest) ?? { found: 'nothing' };
}

/** The step after payment that an address names for a visit that has paid. */
function askedAfterPayment(
  context: CounterContext,
  req: Request,
  address: string,
  rest: string,
): { order: Order; of: PathOfOrder; step: Step } | null {
  for (const order of ordersOfVisit(context, req)) {
    const { path: pathId } = order.came;
    const of = pathId === null ? null : pathOfOrder(context, req, order, pathId);
    // A visit that has begun to buy again is not that order's any more.
    if (!of || !visitsOf(context, req).some(({ checkout }) => checkout === order.checkoutId)) continue;
    const place = resolveAddress([of.present], address, rest);
    if (place.found === 'step' && isAfterPayment(of.path, place.step)) return { order, of, step: place.step };
  }
  return null;
}

/** Whether a step is met only by whoever has paid. */
export const isAfterPayment = (path: Path, { id, kind }: Step): boolean =>
  kind !== 'checkout' && id !== path.start && stepsAfterPayment(path).has(id);

/** The checkout that an address named when a visit pressed its button there: the bank leads back to it. */
function checkoutUnderWay(context: CounterContext, req: Request, address: string, rest: string): PublicPlace | null {
  for (const visit of visitsOf(context, req)) {
    const release = context.releases.get(visit.release);
    const path = release?.content.paths.find((p) => p.id === visit.path);
    if (!release || !path || context.runner.state.checkouts.get(visit.checkout)?.lastKey == null) continue;
    const place = resolveAddress([path], address, rest);
    const isIt = place.found === 'step' && place.step.kind === 'checkout';
    if (isIt && place.step.id === (visit.step ?? place.step.id)) return { ...place, release };
  }
  return null;
}
