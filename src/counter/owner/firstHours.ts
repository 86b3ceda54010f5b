import { addMs, DAY } from '#core/calendar';
import { checkoutOf } from '#core/paths';
import { walkRelease, type Walked } from '#core/shop';
import type { FirstHours } from '../../wire';
import { type CounterContext, liveRelease } from '../context';

/** The walk through the release in hand: made once, and kept with the counter that made it. */
export type Walks = Map<number, Promise<Walked>>;

/** For a day after publishing: whether a practice buyer gets in, and what visitors did so far. Null afterwards. */
export async function firstHours(context: CounterContext, walks: Walks): Promise<FirstHours | null> {
  const release = liveRelease(context);
  const now = context.runner.now();
  if (!release || now > addMs(release.at, DAY)) return null;
  let walk = walks.get(release.number);
  if (!walk) {
    walk = walkRelease(release, release.at);
    walks.clear();
    walks.set(release.number, walk);
  }
  const orders = [...context.runner.state.orders.values()].filter((o) => o.at >= release.at);
  return {
    liveSince: release.at,
    walked: await walk,
    paths: release.content.paths
      .filter((path) => !path.front)
      .map((path) => ({
        title: path.title,
        seen: context.visits.during(path.id, path.start, release.number),
        atCheckout: context.visits.during(path.id, checkoutOf(path)?.id ?? '', release.number),
        sold: orders.filter((o) => o.lines.some((l) => l.offerId === path.offerId)).length,
      })),
  };
}
