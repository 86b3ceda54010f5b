import type { Instant } from '#core/calendar';
import type { Session } from '#core/booking';
import type { ShopEvent } from '#core/journal';
import type { LineId, OrderId, PassId, SessionId } from '#core/ids';
import type { Pass } from '#core/passes';
import type { ShopState } from '../../engine/state';
import { leftOn, sessionsOfPass } from './ledger';

/** Of what a pass has booked, what has not begun and would go on after a moment. */
export const fallingAfter = (state: ShopState, passId: PassId, after: Instant, now: Instant): Session[] =>
  sessionsOfPass(state, passId).filter(({ status, from, until }) => status === 'booked' && from > now && until > after);

/**
 * Of what a pass has booked, what goes with units that are given back: their sessions go with them, and where fewer are
 * unused, the latest that are to come.
 */
export function fallingWithUnits(
  state: ShopState,
  { id, sessions }: Pick<Pass, 'id' | 'sessions'>,
  units: number,
  now: Instant,
): Session[] {
  const missing = units * (sessions?.count ?? 0) - leftOn(state, id);
  if (missing <= 0) return [];
  const latest = fallingAfter(state, id, now, now).sort((a, b) => (a.from < b.from ? 1 : -1));
  return latest.slice(0, missing);
}

/** The passes of an order's line that are not closed. */
export const openPassesOfLine = (state: ShopState, orderId: OrderId, lineId: LineId): Pass[] =>
  (state.orders.get(orderId)?.passIds ?? [])
    .flatMap((id) => state.passes.get(id) ?? [])
    .filter(({ closed, cause }) => !closed && cause.kind === 'paid' && cause.lineId === lineId);

/**
 * How many sessions fall away by some decision: at once, when the money has gone back, or at the end of what is paid.
 * It is said before.
 */
export function sessionsFalling(state: ShopState, events: readonly ShopEvent[], now: Instant): number {
  const falling = new Set<SessionId>();
  const add = (passIds: readonly PassId[], after: Instant): void => {
    for (const passId of passIds) for (const { id } of fallingAfter(state, passId, after, now)) falling.add(id);
  };
  for (const { type, data } of events) {
    if (type === 'session.calledOff') falling.add(data.sessionId);
    if (type === 'refund.requested') {
      add(data.closes, now);
      for (const { lineId, units } of data.shares)
        if (units !== undefined)
          for (const pass of openPassesOfLine(state, data.orderId, lineId))
            for (const { id } of fallingWithUnits(state, pass, units, now)) falling.add(id);
      const agreement = data.ends === true ? state.agreements.get(data.agreementId ?? '') : undefined;
      add(agreement?.passIds ?? [], now);
    }
    if (type === 'agreement.cancelled') add(state.agreements.get(data.agreementId)?.passIds ?? [], data.endsAt);
  }
  return falling.size;
}
