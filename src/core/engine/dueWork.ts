import type { Instant } from '#core/calendar';
import type { Command } from './command';
import type { DueItem } from './dueIndex';
import { plan } from '../features/agreements/fold/moments';
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
    // Whatever comes of this moment, the agreement's later ones are still to come.
    const agreement = 'agreementId' in next.what && state.agreements.get(next.what.agreementId);
    if (agreement) plan(state, agreement, next);
    yield commandFor(next);
  }
}

function commandFor({ at, what }: DueItem): Command {
  switch (what.kind) {
    case 'pass-expires':
      return { type: 'expire-pass', passId: what.passId, dueAt: at };
    case 'session-near':
      return { type: 'remind-session', sessionId: what.sessionId, dueAt: at };
    case 'charge-not-confirmed':
      return { type: 'expire-charge', key: what.key, dueAt: at };
    default:
      return { type: 'agreement-moment', moment: what.kind, agreementId: what.agreementId, dueAt: at };
  }
}
