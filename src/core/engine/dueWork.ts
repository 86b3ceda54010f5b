import type { Instant } from '#core/calendar';
import type { Command } from './command';
import type { DueKind } from './dueIndex';
import { type DueHandler, type Feature, gathered } from './feature';
import type { ShopState } from './state';

export type DueWork = (state: ShopState, now: Instant) => Generator<Command, void, undefined>;

/**
 * What time has made necessary by `now`, in order of planned moments, as commands. It takes what is due off the
 * index; what was answered meanwhile is refused by `decide` as nothing to do, so running it twice changes nothing.
 */
export function dueWorkWith(features: readonly Feature[]): DueWork {
  const handlers = gathered<DueHandler<DueKind>>(features, ({ dues }) => dues);
  return function* dueWork(state, now) {
    for (;;) {
      const next = state.due.peek();
      if (!next || next.at > now) return;
      const handler = handlers.get(next.what.kind);
      if (!handler) throw new Error(`No feature acts at “${next.what.kind as string}”`);
      state.due.pop();
      handler.taken?.(state, next);
      yield handler.command(next.what, next.at);
    }
  };
}
