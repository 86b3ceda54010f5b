import type { ShopEvent } from '#core/journal';
import type { Command, CommandOf, DecideContext, Decision, Executed } from './command';
import type { DueItem, DueKind, DueOf } from './dueIndex';
import type { FeatureFold } from './fold';
import type { PaymentCalls } from '../features/orders/paymentCalls';
import type { EffectKind, EffectOf } from './pendingEffect';
import type { OfPerson } from './ofPerson';
import type { OwnerRoute } from './ownerRoute';
import type { Ports } from './ports';
import type { Projection } from './projection';
import type { ShopState } from './state';

/** What follows from a command, or why it is refused. */
export type Decide<T extends Command['type']> = (
  state: ShopState,
  command: CommandOf<T>,
  context: DecideContext,
) => Decision;

/**
 * Reads what was decided, whatever decided it, and adds what follows. Followers run in the order of features; each sees
 * what earlier ones added, and none sees its own.
 */
export type Follower = (state: ShopState, events: readonly ShopEvent[], context: DecideContext) => ShopEvent[];

/** What doing a pending effect may use. */
export interface EffectTools {
  ports: Pick<Ports, 'people' | 'mailer'>;
  calls: PaymentCalls;
  execute: (command: Command) => Promise<Executed>;
  state: () => ShopState;
}

/** Does one thing that must leave the shop. @returns whether it is settled for good */
export type PerformEffect<K extends EffectKind> = (effect: EffectOf<K>, tools: EffectTools) => Promise<boolean>;

/** What time brings: the command that is decided then. */
export interface DueHandler<K extends DueKind> {
  command: (what: DueOf<K>, at: DueItem['at']) => Command;
  /** Puts on the index what comes after it; left out where nothing does. */
  taken?: (state: ShopState, item: { at: DueItem['at']; what: DueOf<K> }) => void;
}

/**
 * One capability of the shop, whole in its folder: its commands, facts, state, followers, due moments and what it sends.
 * It is added by its folder and a line in `core/shop/features.ts`.
 */
export interface Feature {
  readonly name: string;
  readonly fold: FeatureFold;
  readonly commands?: { readonly [T in Command['type']]?: Decide<T> };
  readonly followers?: readonly Follower[];
  readonly dues?: { readonly [K in DueKind]?: DueHandler<K> };
  readonly effects?: { readonly [K in EffectKind]?: PerformEffect<K> };
  /** What the studio keeps of its facts in the seller's browser, beside the mirror's own rows. */
  readonly projections?: readonly Projection[];
  readonly ofPerson?: OfPerson;
  /** What the studio's interface answers of it, by the name of what each does. */
  readonly ownerRoutes?: Readonly<Record<string, OwnerRoute>>;
}

/** All of one kind of thing of all features, by name. @throws Error where two features have the same */
export function gathered<T>(
  features: readonly Feature[],
  partOf: (feature: Feature) => object | undefined,
): Map<string, T> {
  const all = new Map<string, T>();
  for (const feature of features)
    for (const [name, part] of Object.entries(partOf(feature) ?? {}) as [string, T][]) {
      if (all.has(name)) throw new Error(`Two features have “${name}”; the second is ${feature.name}`);
      all.set(name, part);
    }
  return all;
}
