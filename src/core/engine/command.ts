import type { Instant } from '#core/calendar';
import type { ProductId } from '#core/ids';
import type { ShopEvent } from '#core/journal';
import type { Refusal } from '#core/refusal';
import type { Release } from '#core/release';
import type { History } from './history';
import type { IdsPort } from './ports';

/**
 * Everything that can be asked of the shop, by name, with what each carries. Features add theirs (`commands.ts` of each),
 * and the compiler knows all of them.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- features add to it
export interface CommandsByType {}
export type CommandOf<T extends keyof CommandsByType> = { [K in T]: { type: K } & CommandsByType[K] }[T];
export type Command = CommandOf<keyof CommandsByType>;

/** What came of a command: what was recorded and when, or why it was refused. */
export type Executed = { events: readonly ShopEvent[]; at: Instant } | Refusal;

export interface DecideContext {
  now: Instant;
  /** The live release, for what a pass opens and what is on sale. */
  release: Release | undefined;
  ids: IdsPort;
  /** How a product came to be what it is today. */
  history: (productId: ProductId) => History;
}

export type Decision = { events: ShopEvent[] } | Refusal;
