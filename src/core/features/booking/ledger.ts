import { type LedgerEntry, type Session, sessionsLeft } from '#core/booking';
import type { PassId, PersonId, ProductId } from '#core/ids';
import { passesFor } from '../access/passesFor';
import type { ShopState } from '../../engine/state';

/** What a pass was given and what was taken from it, the oldest first. */
export const entriesOf = (state: ShopState, passId: PassId): readonly LedgerEntry[] =>
  state.sessionEntries.get(passId) ?? [];

/** Every session that was booked by a pass, in the order of booking. */
export const sessionsOfPass = (state: ShopState, passId: PassId): Session[] =>
  (state.sessionsOfPass.get(passId) ?? []).flatMap((id) => state.sessions.get(id) ?? []);

/** Every session and seat of somebody, of one product or of all, the earliest first; by whatever pass they have it. */
export const sessionsOfPerson = (state: ShopState, personId: PersonId, productId?: ProductId): Session[] =>
  passesFor(state, personId)
    .flatMap(({ id }) => sessionsOfPass(state, id))
    .filter((session) => productId === undefined || session.productId === productId)
    .sort((a, b) => (a.from < b.from ? -1 : 1));

/**
 * How many can still be booked by a pass. Below 0 after a step down, until its payment brings those that were taken over
 * with it.
 */
export const leftOn = (state: ShopState, passId: PassId): number =>
  sessionsLeft(entriesOf(state, passId), sessionsOfPass(state, passId));
