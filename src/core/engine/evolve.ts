import type { Instant } from '#core/calendar';
import { type Batch, eventKinds, type EventType, type ShopEvent } from '#core/journal';
import { DueIndex, type DueKind, type DueOrder } from './dueIndex';
import { type Feature, gathered } from './feature';
import type { ApplyFact, EffectOrder } from './fold';
import { type EffectKind, type PendingEffect } from './pendingEffect';
import { PendingEffects } from './pendingEffects';
import type { Lane } from './lanes';
import type { ShopState } from './state';

export interface Folding {
  /** The state before anything happened. */
  newShopState: () => ShopState;
  /**
   * Applies one event. It only copies and counts what the event carries and computes nothing, so that history
   * reads the same whatever later versions compute. The state given is changed in place.
   */
  evolve: (state: ShopState, event: ShopEvent, at: Instant) => void;
  /** Applies a whole batch and its envelope. */
  evolveBatch: (state: ShopState, batch: Pick<Batch, 'seq' | 'at' | 'events'>) => void;
  laneOf: (effect: Pick<PendingEffect, 'kind'>) => Lane;
  /** Under which key a fact makes something that must leave the shop, and whether that asks for money; null where it makes nothing. */
  effectOf: (event: ShopEvent) => { key: string; asksForMoney: boolean } | null;
}

/** How history is read by these features. @throws Error where a kind of fact is read by none, or by two */
export function foldWith(features: readonly Feature[]): Folding {
  const appliers = gathered<ApplyFact<EventType>>(features, ({ fold }) => fold.facts);
  const unread = Object.keys(eventKinds).filter((type) => !appliers.has(type));
  if (unread.length > 0) throw new Error(`No feature reads ${unread.join(', ')}`);
  const dues = gathered<DueOrder<DueKind>>(features, ({ fold }) => fold.dues);
  const effects = gathered<EffectOrder>(features, ({ fold }) => fold.effects);
  const madeBy = new Map<string, { keyOf: (data: unknown) => string; asksForMoney: boolean }>();
  for (const { madeBy: facts, asksForMoney = false } of effects.values())
    for (const [type, keyOf] of Object.entries(facts))
      madeBy.set(type, { keyOf: keyOf as (data: unknown) => string, asksForMoney });
  const parts = features.flatMap(({ fold }) => fold.fresh ?? []);
  const laneOf = ({ kind }: { kind: EffectKind }): Lane => {
    const effect = effects.get(kind);
    if (!effect) throw new Error(`No feature sends “${kind}”`);
    return effect.lane;
  };

  function evolve(state: ShopState, event: ShopEvent, at: Instant): void {
    const apply = appliers.get(event.type) as (state: ShopState, data: ShopEvent['data'], at: Instant) => void;
    apply(state, event.data, at);
  }

  return {
    newShopState() {
      const state = {
        seq: 0,
        at: '1970-01-01T00:00:00.000Z',
        pending: new PendingEffects(laneOf),
        due: new DueIndex(dues),
        counts: { orders: 0, receipts: 0, creditNotes: 0, certificates: 0 },
      };
      for (const fresh of parts) Object.assign(state, fresh());
      // Each feature has given its own part: together they are the whole.
      return state as ShopState;
    },
    evolve,
    evolveBatch(state, batch) {
      for (const event of batch.events) evolve(state, event, batch.at);
      state.seq = batch.seq;
      state.at = batch.at;
    },
    laneOf,
    effectOf(event) {
      const made = madeBy.get(event.type);
      return made ? { key: made.keyOf(event.data), asksForMoney: made.asksForMoney } : null;
    },
  };
}
