import type { Instant } from '#core/calendar';
import type { EventOf, EventType } from '#core/journal';
import type { DueKind, DueOrder } from './dueIndex';
import type { Lane } from './lanes';
import type { EffectKind } from './pendingEffect';
import type { ShopState } from './state';

/** How one kind of fact changes the state: what it says is copied and counted, and nothing is computed. */
export type ApplyFact<T extends EventType> = (state: ShopState, data: EventOf<T>['data'], at: Instant) => void;
export type Appliers<T extends EventType> = { [K in T]: ApplyFact<K> };

/** Of a kind of pending effect what the outbox has to know before anything is done. */
export interface EffectOrder {
  lane: Lane;
  /** Whether it asks a service for money, or to give some back: what was written down in this run was not sent yet. */
  asksForMoney?: true;
  /** Under which key a fact of a kind makes it. */
  madeBy: { [T in EventType]?: (data: EventOf<T>['data']) => string };
}

/**
 * The part of a feature that reads history. It stands in the feature's `fold/` and imports no code that computes, so that
 * a history reads the same whatever later versions decide.
 */
export interface FeatureFold {
  fresh?: () => Partial<ShopState>;
  facts: { [T in EventType]?: ApplyFact<T> };
  dues?: { [K in DueKind]?: DueOrder<K> };
  effects?: { [K in EffectKind]?: EffectOrder };
}
