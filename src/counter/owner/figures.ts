import { addDays, dateIn, startOfDate } from '#core/calendar';
import type { PathId } from '#core/ids';
import type { Path } from '#core/paths';
import {
  comparisonFigures,
  type ComparisonFigures,
  entranceFigures,
  ofPath,
  stepFigures,
  sumTallies,
  tallied,
  talliedBy,
} from '#core/visits';
import type { PathFigures } from '../../wire';
import { type CounterContext, liveRelease } from '../context';

/** What was counted of a path in its last days, today included; null where it is not live. */
export function figuresOf(context: CounterContext, pathId: PathId, days: number): PathFigures | null {
  const content = liveRelease(context)?.content;
  const path = content?.paths.find((p) => p.id === pathId);
  if (!content || !path) return null;
  const { zone } = content.shop;
  const to = dateIn(context.runner.now(), zone);
  const from = addDays(to, 1 - days);
  const start = startOfDate(from, zone);
  const counted = context.visits.days(from, to).map(({ day, tally }) => ({ day, tally: ofPath(tally, pathId) }));
  const all = sumTallies(counted.map(({ tally }) => tally));
  const orders = [...context.runner.state.orders.values()].filter((o) => o.at >= start && o.came.path === pathId);
  const begins = path.start;
  return {
    from,
    to,
    stopped: context.visits.stopped(),
    steps: stepFigures(path, all, orders),
    entrances: entranceFigures(path, all, orders),
    comparisons: comparisonsOf(context, path, to),
    sites: talliedBy(all, pathId, begins, 'site'),
    words: talliedBy(all, pathId, begins, 'words'),
    robots: path.steps.reduce((sum, step) => sum + tallied(all, pathId, step.id, 'robot'), 0),
    days: counted.map(({ day, tally }) => ({
      day,
      came: Object.fromEntries(path.steps.map((step) => [step.id, tallied(tally, pathId, step.id, 'came')])),
      bought: orders.filter((o) => dateIn(o.at, zone) === day).length,
    })),
  };
}

/** How the path's comparisons stand, over everything that was ever counted of them. */
const comparisonsOf = ({ visits, runner }: CounterContext, path: Path, today: string): ComparisonFigures[] =>
  (path.comparisons ?? []).length === 0
    ? []
    : comparisonFigures(
        path,
        visits.days('', today).map(({ tally }) => ofPath(tally, path.id)),
        [...runner.state.orders.values()],
      );
