import type { Instant } from '#core/calendar';
import type { Session } from '#core/booking';
import type { ShopEvent } from '#core/journal';
import type { PassId, SessionId } from '#core/ids';
import type { ShopState } from '../state';
import { sessionsOfPass } from './ledger';

/** Of what a pass has booked, what has not begun and would go on after a moment. */
export const fallingAfter = (state: ShopState, passId: PassId, after: Instant, now: Instant): Session[] =>
  sessionsOfPass(state, passId).filter(({ status, from, until }) => status === 'booked' && from > now && until > after);

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
      const agreement = data.ends === true ? state.agreements.get(data.agreementId ?? '') : undefined;
      add(agreement?.passIds ?? [], now);
    }
    if (type === 'agreement.cancelled') add(state.agreements.get(data.agreementId)?.passIds ?? [], data.endsAt);
  }
  return falling.size;
}
