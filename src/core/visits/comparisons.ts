import { type Arm, type Comparison, designName, type Path, stepOf } from '#core/paths';
import type { Order } from '#core/shop';
import { type ArmFigures, compareArms, type Verdict } from './compare';
import { paidIn, paidOnDay } from './figures';
import { type Tally, tallied } from './tally';

/** How a comparison stands. Money in minor units. */
export interface ComparisonFigures {
  id: string;
  a: ArmFigures;
  b: ArmFigures;
  verdict: Verdict;
}

/**
 * How each comparison of a path stands, over all its days: what was seen comes from counted views, what was bought from
 * orders.
 * @param tally everything counted since it began
 * @param days how many days it has been going on
 */
export function comparisonFigures(
  path: Path,
  tally: Tally,
  orders: readonly Order[],
  days: number,
): ComparisonFigures[] {
  const own = orders.filter((o) => o.came.path === path.id);
  return (path.comparisons ?? []).map((of) => {
    const [a, b] = (['a', 'b'] as const).map((arm) => figuresOf(path, tally, own, of, arm));
    if (!a || !b) throw new Error('a comparison has two designs');
    return { id: of.id, a: a.figures, b: b.figures, verdict: compareArms(a.figures, b.figures, a.did + b.did, days) };
  });
}

function figuresOf(
  path: Path,
  tally: Tally,
  orders: readonly Order[],
  { id, step, by }: Comparison,
  arm: Arm,
): { figures: ArmFigures; did: number } {
  const name = designName(id, arm);
  const came = tallied(tally, path.id, step, 'design', name);
  const kind = stepOf(path, step)?.kind;
  const saw = orders.filter((o) => o.came.design?.split(',').includes(name));
  const answered = saw.filter((o) => o.offers[step]?.answer === 'yes');
  const bought = kind === 'offer' ? answered : saw;
  if (by === 'money') {
    const paid = bought.map((o) =>
      kind === 'offer' ? paidIn(o, (p) => p.kind === 'offer' && p.step === step) : paidOnDay(o),
    );
    const sums = paid.reduce((all, x) => ({ sum: all.sum + x, squares: all.squares + x * x }), { sum: 0, squares: 0 });
    return { figures: { came, ...sums }, did: paid.filter((x) => x > 0).length };
  }
  const on = path.steps.reduce((all, s) => all + tallied(tally, path.id, s.id, 'design-on', name), 0);
  const did = Math.min(came, kind === 'checkout' || kind === 'offer' ? bought.length : on);
  return { figures: { came, sum: did, squares: did }, did };
}
