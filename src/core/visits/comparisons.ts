import { type Arm, type Comparison, designName, type Path, stepOf } from '#core/paths';
import type { PersonId } from '#core/ids';
import type { Order } from '#core/shop';
import { type ArmFigures, compareArms, type Verdict } from './compare';
import { paidIn, paidOnDay } from './figures';
import { sumTallies, type Tally, tallied } from './tally';

/** How a comparison stands. Money in minor units. */
export interface ComparisonFigures {
  id: string;
  by: Comparison['by'];
  a: ArmFigures;
  b: ArmFigures;
  verdict: Verdict;
}

/**
 * How each comparison of a path stands, over all its days: what was seen comes from counted views, what was bought from
 * orders.
 * @param days what was counted of the path, day by day, since it began
 */
export function comparisonFigures(path: Path, days: readonly Tally[], orders: readonly Order[]): ComparisonFigures[] {
  const tally = sumTallies(days);
  const own = orders.filter((o) => o.came.path === path.id);
  return (path.comparisons ?? []).map((of) => {
    const [a, b] = (['a', 'b'] as const).map((arm) => figuresOf(path, tally, own, of, arm));
    if (!a || !b) throw new Error('a comparison has two designs');
    const going = days.filter((day) => cameTo(path, day, of, 'a') + cameTo(path, day, of, 'b') > 0).length;
    const verdict = compareArms(a.figures, b.figures, a.did + b.did, Math.max(1, going));
    return { id: of.id, by: of.by, a: a.figures, b: b.figures, verdict };
  });
}

/** How many saw a design for the first time. */
const cameTo = (path: Path, tally: Tally, { id, step }: Comparison, arm: Arm): number =>
  tallied(tally, path.id, step, 'design', designName(id, arm));

function figuresOf(
  path: Path,
  tally: Tally,
  orders: readonly Order[],
  comparison: Comparison,
  arm: Arm,
): { figures: ArmFigures; did: number } {
  const { id, step, by } = comparison;
  const name = designName(id, arm);
  const came = cameTo(path, tally, comparison, arm);
  const kind = stepOf(path, step)?.kind;
  const saw = orders.filter((o) => o.came.design?.split(',').includes(name));
  const answered = saw.filter((o) => o.offers[step]?.answer === 'yes');
  const bought = kind === 'offer' ? answered : saw;
  if (by === 'money') {
    // Whoever buys twice is one visitor who paid more.
    const byPerson = new Map<PersonId, number>();
    for (const o of bought) {
      const paid = kind === 'offer' ? paidIn(o, (p) => p.kind === 'offer' && p.step === step) : paidOnDay(o);
      byPerson.set(o.personId, (byPerson.get(o.personId) ?? 0) + paid);
    }
    const paid = [...byPerson.values()];
    const sums = paid.reduce((all, x) => ({ sum: all.sum + x, squares: all.squares + x * x }), { sum: 0, squares: 0 });
    return { figures: { came, ...sums }, did: paid.filter((x) => x > 0).length };
  }
  const on = path.steps.reduce((all, s) => all + tallied(tally, path.id, s.id, 'design-on', name), 0);
  const did = Math.min(
    came,
    kind === 'checkout' || kind === 'offer' ? new Set(bought.map((o) => o.personId)).size : on,
  );
  return { figures: { came, sum: did, squares: did }, did };
}
