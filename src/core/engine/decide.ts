import type { Command, DecideContext, Decision } from './command';
import { type Decide, type Feature, gathered } from './feature';
import type { ShopState } from './state';

export type DecideAll = (state: ShopState, command: Command, context: DecideContext) => Decision;

/**
 * What follows from a command, as facts, or why it is refused. It does all the computing and changes nothing;
 * what follows inside the shop is in the same list, so that it is recorded whole or not at all.
 * @param meantNow a command as it is meant by now, where it was made up before something changed whom it means
 */
export function decideWith(
  features: readonly Feature[],
  meantNow: (state: ShopState, command: Command) => Command,
): DecideAll {
  const commands = gathered<Decide<Command['type']>>(features, ({ commands: own }) => own);
  const followers = features.flatMap((feature) => feature.followers ?? []);
  return (state, asked, context) => {
    const command = meantNow(state, asked);
    const decideIt = commands.get(command.type);
    if (!decideIt) throw new Error(`No feature decides “${command.type}”`);
    const decision = decideIt(state, command, context);
    if ('refused' in decision) return decision;
    let { events } = decision;
    for (const follow of followers) {
      const added = follow(state, events, context);
      if (added.length > 0) events = [...events, ...added];
    }
    return { events };
  };
}
