import { freeSeats, isToCome, isWithin, type Session } from '#core/booking';
import { addMs, HOUR, type Instant } from '#core/calendar';
import { type LiveClass, productKindOf } from '#core/catalogue';
import type { PassId, PersonId, ProductId } from '#core/ids';
import { fact } from '#core/journal';
import { isOpen, passState } from '#core/passes';
import { refuse } from '#core/refusal';
import { datesOf } from './dates';
import { isUsed, moneyFor, seatsOfPass } from './moneyBack';
import { seatMoved, seatsTaken } from './seated';
import { type Command, type DecideContext, type Decision } from '../../engine/command';
import { groundsOf } from '../access/grounds';
import { holderOf, rightsTo } from '../access/rights';
import { calledOff } from '../booking/calledOff';
import { sessionsOfPass, sessionsOfPerson } from '../booking/ledger';
import type { ShopState } from '../../engine/state';
import { accessEndsAt } from '../booking/bookSession';
import { refund } from '../orders/refund';

type TakeSeat = Extract<Command, { type: 'take-seat' }>;
type ChangeSeat = Extract<Command, { type: 'change-seat' }>;
type TakeMoneyBack = Extract<Command, { type: 'take-money-back' }>;

/**
 * A seat for somebody who may open a class and has none there: a member whose membership holds it, whoever was given it,
 * or has called their seat off. As many seats as were bought and are not given back; one for any other right.
 */
export function takeSeat(
  state: ShopState,
  { personId, productId, dateId, zone }: TakeSeat,
  context: DecideContext,
): Decision {
  const { now, ids } = context;
  const grounds = groundsOf(context);
  const product = grounds.products.find((p) => p.id === productId);
  const promised = product && productKindOf(product).seats?.(product);
  if (!product || !promised) return refuse('no-such-product');
  const rights = rightsTo(holderOf(state, personId), productId, grounds);
  const open = rights.filter((right) => isOpen(right, now));
  if (open.length === 0)
    return rights.some((right) => passState(right, now) === 'on-hold')
      ? refuse('sessions-on-hold')
      : refuse('no-such-product');
  const mine = sessionsOfPerson(state, personId, productId).filter(({ status }) => status !== 'called-off');
  if (mine.some((seat) => seat.dateId === dateId)) return { events: [] };
  const date = datesOf(state, product)?.find(({ id }) => id === dateId);
  if (!date) return refuse('no-such-date');
  if (!isToCome(date, now) || freeSeats(date) < 1) return refuse('seat-gone');
  // What was given back in money is not had at another date as well.
  const usedBy = (id: PassId): Session[] =>
    sessionsOfPass(state, id).filter((seat) => seat.productId === productId && isUsed(seat));
  const free = open.filter(({ id }) =>
    promised.pick === 'all' ? !usedBy(id).some((seat) => seat.dateId === dateId) : usedBy(id).length === 0,
  );
  if (free.length === 0) {
    const paidBack = ({ dateId: at, moneyBack }: Session): boolean =>
      moneyBack !== null && (promised.pick === 'one' || at === dateId);
    return open.some(({ id }) => usedBy(id).some(paidBack)) ? refuse('seat-money-back') : refuse('seat-had');
  }
  const lasting = free.find(({ id }) => isWithin(date, accessEndsAt(state, id)));
  if (!lasting) return refuse('session-after-access');
  const units = seatsOfPass(state, lasting.id);
  if (freeSeats(date) < units) return refuse('seat-gone');
  const { from, until } = date;
  const seat = { sessionId: ids.next('ses'), productId, dateId, from, until, zone };
  return { events: seatsTaken([seat], { passId: lasting.id, units, now }) };
}

/** A seat at another date instead: until the notice, or for as long as that is offered. */
export function changeSeat(
  state: ShopState,
  { sessionId, personId, dateId, zone }: ChangeSeat,
  context: DecideContext,
): Decision {
  const { now } = context;
  const seat = seatOf(state, sessionId, personId);
  const product = seat && groundsOf(context).products.find((p) => p.id === seat.productId);
  const dates = product && datesOf(state, product);
  if (!seat || !dates) return refuse('no-such-session');
  if (seat.status !== 'booked') return refuse('session-over');
  if (seat.dateId === dateId) return { events: [] };
  if (seat.from <= now) return refuse('session-begun');
  const { noticeHours } = product as LiveClass;
  if (!isOffered(seat, 'otherDate', now) && addMs(now, noticeHours * HOUR) > seat.from)
    return refuse('seat-late', { noticeHours });
  const pass = state.passes.get(seat.passId);
  if (!pass || passState(pass, now) !== 'open') return refuse('sessions-on-hold');
  const others = sessionsOfPerson(state, personId, seat.productId);
  if (others.some((one) => one.dateId === dateId && one.status !== 'called-off')) return refuse('seat-had');
  const to = dates.find(({ id }) => id === dateId);
  if (!to) return refuse('no-such-date');
  if (!isToCome(to, now) || freeSeats(to) < seat.seats) return refuse('seat-gone');
  if (!isWithin(to, accessEndsAt(state, pass.id))) return refuse('session-after-access');
  const { from, until } = to;
  return {
    events: seatMoved({ ...seat, zone: zone ?? seat.zone }, { from, until, dateId, by: 'member' }, now),
  };
}

/** The money of a date that was moved or called off goes back, where that was offered: the seat goes with it. */
export function takeMoneyBack(
  state: ShopState,
  { sessionId, personId, reason }: TakeMoneyBack,
  context: DecideContext,
): Decision {
  const seat = seatOf(state, sessionId, personId);
  if (!seat) return refuse('no-such-session');
  const goes = isOffered(seat, 'money', context.now) ? moneyFor(state, seat) : null;
  if (!goes) return refuse('no-offer');
  const back = refund(state, { type: 'refund', orderId: goes.orderId, shares: [goes.share], reason }, context);
  if ('refused' in back) return back;
  const refundId = back.events.flatMap((e) => (e.type === 'refund.requested' ? [e.data.refundId] : []))[0] ?? '';
  return {
    events: [
      ...back.events,
      ...(seat.status === 'booked' ? calledOff(seat, { by: 'member', counts: false }) : []),
      fact('session.moneyTaken', { sessionId, refundId }),
    ],
  };
}

/** Whether something that was offered since the seller's change can be chosen still. */
export const isOffered = ({ offered }: Pick<Session, 'offered'>, what: 'otherDate' | 'money', now: Instant): boolean =>
  offered !== null && offered[what] && now < offered.until;

function seatOf(state: ShopState, sessionId: string, personId: PersonId): Session | undefined {
  const seat = state.sessions.get(sessionId);
  if (!seat || seat.dateId === null || state.passes.get(seat.passId)?.personId !== personId) return undefined;
  return seat;
}

/** Every seat at some classes, that has not begun, of those who have it by a pass to something else. */
export const seatsThrough = (state: ShopState, productIds: ReadonlySet<ProductId>, now: Instant): Session[] =>
  [...state.sessions.values()].filter(
    ({ dateId, status, from, passId, productId }) =>
      dateId !== null &&
      status === 'booked' &&
      from > now &&
      productIds.has(productId) &&
      state.passes.get(passId)?.productId !== productId,
  );
