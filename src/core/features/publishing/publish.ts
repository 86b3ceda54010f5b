import { spanOf } from '#core/booking';
import { refuse, type Refusal } from '#core/refusal';
import { type Product, productKindOf, reachedBy } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import type { ProductId } from '#core/ids';
import { fact, type ShopEvent } from '#core/journal';
import { launchCheck, partsChanged, type Release, unsealContent } from '#core/release';
import { passState } from '#core/passes';
import { seatsTakenAt } from '../orders/fold/taken';
import { datesOf } from '../classes/dates';
import { calledOff } from '../booking/calledOff';
import { finishedByChange } from '../learning/learn';
import { seatsThrough } from '../classes/takeSeat';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';

/**
 * Switches to a new release. Refused when it is based on another than the live one, when the launch check finds
 * something that stops it, and when something that an open or waiting pass opens would be missing. Only what stands in a
 * membership may be taken out of it; the fact says what was, and what has come.
 */
export function publish(
  state: ShopState,
  { release, hasFile, ready }: Extract<Command, { type: 'publish' }>,
  context: DecideContext,
): Decision {
  const { now, release: live } = context;
  if (release.basedOn !== state.release) {
    return refuse('another-live');
  }
  const stops = launchCheck(unsealContent(release.content), hasFile, now, ready).filter((f) => f.level === 'stops');
  if (stops[0]) return refuse('cannot-launch', { stops: stops.map((f) => f.text) });
  const changed = release.content.offers.find((o) => state.soldIn.has(o.id) && state.soldIn.get(o.id) !== o.currency);
  if (changed)
    return refuse('currency-locked', {
      title: changed.title,
      soldIn: state.soldIn.get(changed.id) ?? '',
      currency: changed.currency,
    });
  if (strandsSomebody(state, live, release, now)) return refuse('would-strand');
  const datesSetAnew = setAnew(state, live, release);
  if ('refused' in datesSetAnew) return datesSetAnew;
  return {
    events: [
      fact('release.published', {
        release: release.number,
        basedOn: release.basedOn,
        parts: partsChanged(live?.content.products ?? [], release.content.products),
      }),
      ...finishedByChange(state, release, context),
      ...datesSetAnew,
      ...seatsClosed(state, release, now),
    ],
  };
}

/** Whether an open or waiting pass would no longer open what it does. */
function strandsSomebody(state: ShopState, live: Release | undefined, next: Release, now: Instant): boolean {
  const kept = new Map(next.content.products.map((p) => [p.id, p]));
  // A file or lesson is replaced in its place, under the id it has; what has no place any more is lost to who bought it.
  const places = new Map(live?.content.products.map((p) => [p.id, productKindOf(p).places(p)]));
  const loses = (product: Product): boolean => {
    const still = new Set(
      productKindOf(product)
        .places(product)
        .map(({ id }) => id),
    );
    return (places.get(product.id) ?? []).some(({ id, shown }) => shown && !still.has(id));
  };
  const isLost = (id: ProductId): boolean => {
    const product = kept.get(id);
    return !product || !productKindOf(product).holds(product) || loses(product);
  };
  const lost = new Map<ProductId, boolean>();
  const isLostWithin = (id: ProductId): boolean => {
    const known = lost.get(id);
    if (known !== undefined) return known;
    // What stood in it and stands there no more was taken out, which a membership may; what comes in was nobody's by it.
    const before = new Set(reachedBy(live?.content.products ?? [], [id]));
    const inside = reachedBy(next.content.products, [id]).filter((part) => part !== id && before.has(part));
    const found = isLost(id) || inside.some(isLost);
    lost.set(id, found);
    return found;
  };
  for (const pass of state.passes.values())
    if (passState(pass, now) !== 'closed' && isLostWithin(pass.productId)) return true;
  return false;
}

/**
 * Dates of classes that are edited to another time. Where somebody has a seat a date is moved by an act that tells them,
 * and not by publishing; where nobody has, what was moved before gives way to what is set now.
 */
function setAnew(state: ShopState, live: Release | undefined, next: Release): ShopEvent[] | Refusal {
  const events: ShopEvent[] = [];
  for (const product of next.content.products) {
    const before = live?.content.products.find(({ id }) => id === product.id);
    const was = (before && productKindOf(before).seats?.(before)?.dates) ?? [];
    const stand = (before && datesOf(state, before)) ?? [];
    const dates = productKindOf(product).seats?.(product)?.dates ?? [];
    // Taken out while somebody pays for a seat at it: they would have one at nothing.
    if (was.some(({ id }) => !dates.some((date) => date.id === id) && seatsTakenAt(state, id) > 0))
      return refuse('date-set', { title: product.title });
    for (const date of dates) {
      const old = was.find(({ id }) => id === date.id);
      const now = stand.find(({ id }) => id === date.id);
      const [set, setBefore] = [spanOf(date), old && spanOf(old)];
      if (!now || !setBefore || (set.from === setBefore.from && set.until === setBefore.until)) continue;
      if (set.from === now.from && set.until === now.until) continue;
      if (seatsTakenAt(state, date.id) > 0) return refuse('date-set', { title: product.title });
      if (state.classDates.has(date.id) && !now.calledOff)
        events.push(
          fact('classDate.moved', {
            productId: product.id,
            dateId: date.id,
            ...set,
            offers: { otherDate: false, money: false },
          }),
        );
    }
  }
  return events;
}

/** Seats that somebody had through something in which their class does not stand any more. */
function seatsClosed(state: ShopState, { content: { products } }: Release, now: Instant): ShopEvent[] {
  const classes = new Set(products.filter((p) => productKindOf(p).seats?.(p)).map(({ id }) => id));
  if (classes.size === 0) return [];
  const reached = new Map<ProductId, readonly ProductId[]>();
  return seatsThrough(state, classes, now)
    .filter(({ passId, productId }) => {
      const holder = state.passes.get(passId)?.productId ?? '';
      const inside = reached.get(holder) ?? reachedBy(products, [holder]);
      reached.set(holder, inside);
      return !inside.includes(productId);
    })
    .flatMap((seat) => calledOff(seat, { by: 'access', counts: false }));
}
