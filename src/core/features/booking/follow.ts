import { isWithin, type LedgerEntry, type Session, type SessionsPromised, unusedOf } from '#core/booking';
import type { Instant } from '#core/calendar';
import { type EventOf, fact, type ShopEvent } from '#core/journal';
import type { ChargeKey, ClassDateId, PassId, RefundId } from '#core/ids';
import { isOpen, opened as openedPass, type Pass, type PassSeed } from '#core/passes';
import { unitsLeft } from '#core/payments';
import type { Refund } from '../orders/fold/state';
import type { ShopState } from '../../engine/state';
import { seated } from '../classes/seated';
import { type DecideContext } from '../../engine/command';
import { groundsOf } from '../access/grounds';
import { passesFor } from '../access/passesFor';
import { type Grounds, holderBy, rightsTo } from '../access/rights';
import { calledOff } from './calledOff';
import { fallingAfter, fallingWithUnits, openPassesOfLine } from './falling';
import { entriesOf, leftOn } from './ledger';

/**
 * What follows for sessions from what was decided, whatever decided it: a pass that opens brings its sessions, a paid
 * period brings new ones, money that goes back takes unused ones along, and what a pass that closes had booked falls
 * away. So nothing that opens, pays or closes has to know of sessions.
 */
export function sessionsFollow(state: ShopState, events: readonly ShopEvent[], context: DecideContext): ShopEvent[] {
  const { now } = context;
  const opened = new Map(
    events.flatMap((e) => (e.type === 'pass.opened' ? [[e.data.pass.id, e.data.pass] as const] : [])),
  );
  const closed = new Set(events.flatMap((e) => (e.type === 'pass.closed' ? [e.data.passId] : [])));
  const follow: ShopEvent[] = [];
  for (const pass of opened.values())
    follow.push(
      ...givenOnOpening(pass, events),
      ...seated(state, pass, context, seatsHandedOver(state, pass, { closed, now })),
    );
  // First what is brought: what closes may go over to it.
  for (const event of events)
    if (event.type === 'due.paid') follow.push(...givenByDue(state, event.data, [...opened.values()], closed));
  for (const event of events) {
    if (event.type === 'refund.paid') follow.push(...takenBack(state, event.data.refundId, closed, now));
    if (event.type === 'pass.closed')
      follow.push(
        ...passedOn(state, event.data.passId, {
          opened: [...opened.values()],
          closed,
          follow,
          events,
          grounds: groundsOf(context),
        }),
      );
    if (event.type === 'pass.untilMoved' && event.data.until !== null && !closed.has(event.data.passId))
      follow.push(...fallAway(state, event.data.passId, event.data.until, now));
  }
  return follow;
}

/** The dates at which a pass that closes in the same batch has a seat for the same person and class. */
const seatsHandedOver = (
  state: ShopState,
  { personId, productId }: PassSeed,
  { closed, now }: { closed: ReadonlySet<PassId>; now: Instant },
): ReadonlySet<ClassDateId> =>
  new Set(
    [...closed]
      .flatMap((id) => state.passes.get(id) ?? [])
      .filter((pass) => pass.personId === personId && pass.productId === productId)
      .flatMap(({ id }) => fallingAfter(state, id, now, now))
      .flatMap(({ dateId }) => dateId ?? []),
  );

/** What a pass brings when it opens. Those of each paid period come with the first that is paid: a trial is none. */
function givenOnOpening({ id: passId, sessions, cause }: PassSeed, events: readonly ShopEvent[]): ShopEvent[] {
  if (!sessions) return [];
  const agreementId = cause.kind === 'paid' ? cause.agreementId : undefined;
  const begins = events.find((e) => e.type === 'agreement.started' && e.data.agreement.id === agreementId);
  const agreement = begins?.type === 'agreement.started' ? begins.data : undefined;
  const inPeriods = isInPeriods(sessions, agreement?.agreement.terms.kind);
  // A step down is paid by its next payment.
  if (inPeriods && (agreement?.status === 'in-trial' || agreement?.next?.n === 1)) return [];
  // A switch is paid by a due of its own, in the same batch.
  if (inPeriods && events.some((e) => e.type === 'due.paid' && e.data.agreementId === agreementId)) return [];
  const key = cause.kind === 'paid' ? keyOfOrder(cause.orderId, events) : null;
  return [
    fact('sessions.given', {
      passId,
      count: sessions.count * sessions.units,
      why: inPeriods ? 'period' : cause.kind === 'paid' ? 'bought' : 'by-hand',
      key,
      reason: '',
    }),
  ];
}

/** Whether they come anew with each paid period: only a subscription has such. */
const isInPeriods = ({ each }: SessionsPromised, terms: string | undefined): boolean =>
  each === 'period' && terms === 'subscription';

function keyOfOrder(orderId: string, events: readonly ShopEvent[]): ChargeKey | null {
  for (const e of events)
    if ((e.type === 'order.paid' || e.type === 'order.extended') && e.data.orderId === orderId) return e.data.chargeKey;
  return null;
}

/** At each paid period what is left above so many lapses, then the new ones are given; several periods one after another. */
function givenByDue(
  state: ShopState,
  { agreementId, dues, key }: EventOf<'due.paid'>['data'],
  opened: readonly PassSeed[],
  closed: ReadonlySet<PassId>,
): ShopEvent[] {
  const agreement = state.agreements.get(agreementId);
  const own = opened.filter(({ cause }) => cause.kind === 'paid' && cause.agreementId === agreementId);
  const terms = agreement?.terms.kind ?? 'subscription';
  const passes: PassSeed[] = [
    ...(agreement?.passIds ?? []).flatMap((id) => state.passes.get(id) ?? []).filter((pass) => !pass.closed),
    ...own,
  ];
  return passes.flatMap(({ id: passId, sessions }) => {
    if (!sessions || closed.has(passId) || !isInPeriods(sessions, terms)) return [];
    const count = sessions.count * sessions.units;
    // One that opens in the same batch has none yet.
    let left = leftOn(state, passId);
    let lapsed = 0;
    dues.forEach(() => {
      const above = Math.max(0, left - count);
      lapsed += above;
      left += count - above;
    });
    return [
      ...(lapsed > 0 ? [fact('sessions.lapsed', { passId, count: lapsed })] : []),
      fact('sessions.given', { passId, count: count * dues.length, why: 'period', key, reason: '' }),
    ];
  });
}

/**
 * Sessions that go with the money: those of units that were given back, also where they were booked while it was on its
 * way; and of a period whose payment was given back whole its unused ones.
 */
function takenBack(state: ShopState, refundId: RefundId, closed: ReadonlySet<PassId>, now: Instant): ShopEvent[] {
  const refund = state.refunds.get(refundId);
  const payment = refund && state.payments.get(refund.paymentId);
  if (!refund || refund.ofCredit !== undefined) return [];
  return refund.shares.flatMap(({ lineId, amount, units }) => {
    const line = payment?.lines.find((one) => one.lineId === lineId);
    const isWhole = line !== undefined && line.givenBack + line.lost + amount >= line.amount + line.credit;
    const passes = openPassesOfLine(state, refund.orderId, lineId).filter(({ id }) => !closed.has(id));
    return passes.flatMap((pass) => {
      const { id: passId, sessions } = pass;
      if (!sessions) return units === undefined ? [] : fewerSeats(state, passId, seatsPaid(state, pass, refund), now);
      const left = leftOn(state, passId);
      const entries = entriesOf(state, passId);
      if (units === undefined)
        return isWhole && givesByPeriod(entries) ? taken(unusedOf(payment?.key ?? '', entries, left)) : [];
      const falls = fallingWithUnits(state, pass, units, now);
      return [
        ...falls.flatMap((session) => calledOff(session, { by: 'access', counts: false })),
        ...taken(Math.min(left + falls.length, units * sessions.count)),
      ];

      function taken(count: number): ShopEvent[] {
        return count > 0 ? [fact('sessions.takenBack', { passId, count, refundId })] : [];
      }
    });
  });
}

/** How many seats of a pass are paid once this refund has gone back; what is on its way back may still be refused. */
function seatsPaid(state: ShopState, { cause, seats }: Pass, { id: refundId, orderId }: Refund): number {
  const order = state.orders.get(orderId);
  const line = cause.kind === 'paid' ? order?.lines.find(({ lineId }) => lineId === cause.lineId) : undefined;
  if (!order || !line) return seats?.units ?? 1;
  const refunds = order.refundIds.flatMap((id) => state.refunds.get(id) ?? []);
  return unitsLeft(
    line,
    refunds.filter(({ id, status }) => id === refundId || status === 'paid'),
  );
}

/** Units that go back take their seats along, at each date that has not begun: what was taken since may be fewer already. */
const fewerSeats = (state: ShopState, passId: PassId, most: number, now: Instant): ShopEvent[] =>
  fallingAfter(state, passId, now, now).flatMap((seat) => {
    if (seat.dateId === null || seat.seats <= most) return [];
    return most > 0
      ? [fact('session.fewerSeats', { sessionId: seat.id, seats: seat.seats - most })]
      : calledOff(seat, { by: 'access', counts: false });
  });

const givesByPeriod = (entries: readonly LedgerEntry[]): boolean =>
  entries.some((entry) => entry.kind === 'given' && entry.why === 'period');

/**
 * What a pass that closes had booked goes over to one that opens in its place, as with a switch, as far as that brings
 * sessions; the latest fall away. Seats belong to the right to their class: whatever opens that still keeps them.
 */
function passedOn(
  state: ShopState,
  passId: PassId,
  {
    opened,
    closed,
    follow,
    events,
    grounds,
  }: {
    opened: readonly PassSeed[];
    closed: ReadonlySet<PassId>;
    follow: readonly ShopEvent[];
    events: readonly ShopEvent[];
    grounds: Grounds;
  },
): ShopEvent[] {
  const { now } = grounds;
  const closing = state.passes.get(passId);
  const falling = fallingAfter(state, passId, now, now).sort((a, b) => (a.from < b.from ? -1 : 1));
  if (!closing || falling.length === 0) return [];
  const next = opened.find((p) => p.productId === closing.productId && p.personId === closing.personId);
  const given = follow.reduce(
    (total, { type, data }) => total + (type === 'sessions.given' && data.passId === next?.id ? data.count : 0),
    0,
  );
  // Those of a step down come with its payment, which is asked for now.
  const promised = next?.sessions && stepsDown(next, events) ? next.sessions.count * next.sessions.units : 0;
  const brings = Math.max(given, promised);
  const taken = follow.filter(({ type, data }) => type === 'session.passedOn' && data.passId === next?.id).length;
  const kept = passesFor(state, closing.personId).filter(({ id }) => !closed.has(id));
  const begun = opened.filter(({ personId }) => personId === closing.personId).map(openedPass);
  const holder = holderBy([...begun, ...kept]);
  const keeps = (seat: Session): PassId | undefined =>
    rightsTo(holder, seat.productId, grounds).find((right) => isOpen(right, now) && isWithin(seat, right.until))?.id;
  return falling.flatMap((session, i) => {
    const to = session.dateId !== null ? (next?.id ?? keeps(session)) : i < brings - taken ? next?.id : undefined;
    return to === undefined
      ? calledOff(session, { by: 'access', counts: false })
      : [fact('session.passedOn', { sessionId: session.id, passId: to })];
  });
}

const stepsDown = ({ cause }: PassSeed, events: readonly ShopEvent[]): boolean =>
  events.some(
    (e) =>
      e.type === 'agreement.started' &&
      cause.kind === 'paid' &&
      e.data.agreement.id === cause.agreementId &&
      e.data.status === 'active' &&
      e.data.next?.n === 1,
  );

/** What was booked by a pass and would go on after a moment is called off; it takes none of those given. */
const fallAway = (state: ShopState, passId: PassId, after: Instant, now: Instant): ShopEvent[] =>
  fallingAfter(state, passId, after, now).flatMap((session) => calledOff(session, { by: 'access', counts: false }));
