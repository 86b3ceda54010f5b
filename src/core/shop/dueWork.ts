import type { Instant } from '#core/calendar';
import type { Command } from './decide';
import type { ShopState } from './state';

/**
 * What time has made necessary by `now`, in order of planned moments, as commands. It takes what is due off the
 * index; what was answered meanwhile is refused by `decide` as nothing to do, so running it twice changes nothing.
 */
export function* dueWork(state: ShopState, now: Instant): Generator<Command, void, undefined> {
  for (;;) {
    const next = state.due.peek();
    if (!next || next.at > now) return;
    state.due.pop();
    yield next.what.kind === 'pass-expires' ? { type: 'expire-pass', passId: next.what.passId, dueAt: next.at } : { type: 'expire-charge', key: next.what.key, dueAt: next.at };
  }
}
