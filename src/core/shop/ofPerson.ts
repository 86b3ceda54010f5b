import type { Instant } from '#core/calendar';
import type { PersonId } from '#core/ids';
import { gathered } from '../engine/feature';
import type { KeptFor, UnderWay } from '../engine/ofPerson';
import type { PendingEffect } from '../engine/pendingEffect';
import type { ShopState } from '../engine/state';
import { FEATURES } from './features';

const all = FEATURES.flatMap(({ ofPerson }) => ofPerson ?? []);
const whom = gathered<(state: ShopState, effect: PendingEffect) => PersonId | undefined>(
  FEATURES,
  ({ ofPerson }) => ofPerson?.whom,
);

/** Everything that the history holds of one person, by name. @throws Error where two features call something alike */
export function heldOf(state: ShopState, personId: PersonId): Record<string, unknown> {
  const held: Record<string, unknown> = {};
  for (const { holds } of all)
    for (const [name, value] of Object.entries(holds?.(state, personId) ?? {})) {
      if (Object.hasOwn(held, name)) throw new Error(`Two features hold “${name}” of a person`);
      held[name] = value;
    }
  return held;
}

/** Whom something that has not left the shop yet is about; undefined where it is about nobody. */
const whomOf = (state: ShopState, effect: PendingEffect): PersonId | undefined =>
  whom.get(effect.kind)?.(state, effect) ?? ('personId' in effect ? effect.personId : undefined);

/** Whether something about somebody is still to leave the shop. */
const isBeingTold = (state: ShopState, personId: PersonId): boolean =>
  [...state.pending.values()].some((effect) => whomOf(state, effect) === personId);

const WEIGHTIEST_FIRST: readonly UnderWay['why'][] = ['still-runs', 'still-booked', 'still-asking'];

/** What is under way of somebody, so that nothing of theirs can be erased now; null where nothing is. */
export function underWayOf(state: ShopState, personId: PersonId, now: Instant): UnderWay | null {
  const found = all.flatMap(({ underWay }) => underWay?.(state, personId, now) ?? []);
  if (isBeingTold(state, personId)) found.push({ why: 'still-asking' });
  return WEIGHTIEST_FIRST.flatMap((why) => found.find((one) => one.why === why) ?? [])[0] ?? null;
}

/** What the last of somebody is kept for; null where all can go. */
export function keptForOf(state: ShopState, personId: PersonId): KeptFor | null {
  const found = new Set(all.flatMap(({ keptFor }) => keptFor?.(state, personId) ?? []));
  if (found.has('parcel')) return 'parcel';
  // They hear that money went back by an email that may not have gone yet.
  return found.has('refund') || isBeingTold(state, personId) ? 'refund' : null;
}
