import type { Instant } from '#core/calendar';
import type { PersonId } from '#core/ids';
import type { EffectKind, EffectOf } from './pendingEffect';
import type { ShopState } from './state';

/** Why a person cannot be erased yet. */
export type UnderWay = { why: 'still-runs'; title: string } | { why: 'still-booked' } | { why: 'still-asking' };

/** What the last part of an erased person's data is still needed for. */
export type KeptFor = 'parcel' | 'refund';

/**
 * What a feature holds of people. Its facts name them by id alone, so that erasing their record leaves nobody in the
 * history; two who become one are joined by its fold of `people.joined`.
 */
export interface OfPerson {
  /** All of it, by name, as they may ask for it: plain JSON, without what is of use to the shop alone. */
  readonly holds?: (state: ShopState, personId: PersonId) => Readonly<Record<string, unknown>>;
  readonly underWay?: (state: ShopState, personId: PersonId, now: Instant) => UnderWay | null;
  readonly keptFor?: (state: ShopState, personId: PersonId) => KeptFor | null;
  /** Whom something is about that is still to leave the shop, where it does not name them by `personId` itself. */
  readonly whom?: { readonly [K in EffectKind]?: (state: ShopState, effect: EffectOf<K>) => PersonId | undefined };
}
