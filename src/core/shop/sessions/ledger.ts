import { type LedgerEntry, type Session, sessionsLeft } from '#core/booking';
import type { PassId } from '#core/ids';
import type { ShopState } from '../state';

/** What a pass was given and what was taken from it, the oldest first. */
export const entriesOf = (state: ShopState, passId: PassId): readonly LedgerEntry[] =>
  state.sessionEntries.get(passId) ?? [];

/** Every session that was booked by a pass, in the order of booking. */
export const sessionsOfPass = (state: ShopState, passId: PassId): Session[] =>
  (state.sessionsOfPass.get(passId) ?? []).flatMap((id) => state.sessions.get(id) ?? []);

/** How many can still be booked by a pass. */
export const leftOn = (state: ShopState, passId: PassId): number =>
  sessionsLeft(entriesOf(state, passId), sessionsOfPass(state, passId));
