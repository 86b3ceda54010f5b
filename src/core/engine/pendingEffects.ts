import type { Lane } from './lanes';
import type { PendingEffect } from './pendingEffect';

/**
 * Everything that must leave the shop and has not yet, by its key. Each lane can be gone through by itself: a checkout
 * that looks for unanswered charges does not go through 100,000 emails.
 */
export class PendingEffects {
  readonly #laneOf: (effect: PendingEffect) => Lane;
  readonly #lanes = new Map<Lane, Map<string, PendingEffect>>();
  readonly #laneOfKey = new Map<string, Lane>();

  constructor(laneOf: (effect: PendingEffect) => Lane) {
    this.#laneOf = laneOf;
  }

  get size(): number {
    return this.#laneOfKey.size;
  }

  get(key: string): PendingEffect | undefined {
    const lane = this.#laneOfKey.get(key);
    return lane && this.#lanes.get(lane)?.get(key);
  }

  has(key: string): boolean {
    return this.#laneOfKey.has(key);
  }

  /** Adds an effect, or changes the one under that key. */
  set(key: string, effect: PendingEffect): void {
    const lane = this.#laneOf(effect);
    if (this.#laneOfKey.get(key) !== lane) this.delete(key);
    this.#laneOfKey.set(key, lane);
    const effects = this.#lanes.get(lane) ?? new Map<string, PendingEffect>();
    this.#lanes.set(lane, effects.set(key, effect));
  }

  delete(key: string): void {
    const lane = this.#laneOfKey.get(key);
    if (lane === undefined) return;
    this.#laneOfKey.delete(key);
    this.#lanes.get(lane)?.delete(key);
  }

  /** What is pending in one lane, the oldest first. */
  inLane(lane: Lane): Iterable<PendingEffect> {
    return this.#lanes.get(lane)?.values() ?? [];
  }

  keys(): Iterable<string> {
    return this.#laneOfKey.keys();
  }

  /** Everything, lane by lane. */
  *values(): Generator<PendingEffect, void, undefined> {
    for (const effects of this.#lanes.values()) yield* effects.values();
  }
}
