import type { StepId } from '#core/ids';
import { joinsFrom, joinsTo, type Path, stepOf } from '#core/paths';

/** So many steps in a row, one like the other, are drawn; of more the middle is folded. */
const MOST_ALIKE = 4;

/** Several steps drawn as one: the first of them stands for all. */
export interface Fold {
  at: StepId;
  steps: StepId[];
}

/** The one step that a step leads on to, whatever is answered; null where there are several ways, or a way out. */
function onlyNext(path: Path, id: StepId): StepId | null {
  const tos = new Set(joinsFrom(path, id).map(({ to }) => (to.kind === 'step' ? to.step : '')));
  const [to] = tos;
  return tos.size === 1 && to ? to : null;
}

/** Rows of steps of one kind, each leading on to the next and to nothing else, longer than is drawn. */
function rowsAlike(path: Path): StepId[][] {
  const inRow = new Set<StepId>();
  const leadsInto = (id: StepId): StepId | null => {
    const froms = new Set(joinsTo(path, id).map(({ from }) => from));
    const [from] = froms;
    return froms.size === 1 && from !== undefined && onlyNext(path, from) === id ? from : null;
  };
  const kindOf = (id: StepId): string | undefined => stepOf(path, id)?.kind;
  return path.steps.flatMap(({ id, kind }) => {
    if (inRow.has(id)) return [];
    const before = leadsInto(id);
    if (before !== null && kindOf(before) === kind) return [];
    const row = [id];
    inRow.add(id);
    for (let next = onlyNext(path, id); next !== null && !inRow.has(next); next = onlyNext(path, next)) {
      if (kindOf(next) !== kind || leadsInto(next) === null) break;
      row.push(next);
      inRow.add(next);
    }
    return row.length > MOST_ALIKE ? [row] : [];
  });
}

/**
 * A path as it is drawn where more than four alike steps follow one another: the first and the last stay, those between
 * are one.
 * @param open steps that are to be seen: a fold that holds one of them is not made
 */
export function foldAlike(path: Path, open: ReadonlySet<StepId>): { path: Path; folds: Fold[] } {
  const folds = rowsAlike(path).flatMap((row): Fold[] => {
    const steps = row.slice(1, -1);
    const [at] = steps;
    return at === undefined || steps.some((id) => open.has(id)) ? [] : [{ at, steps }];
  });
  const gone = new Set(folds.flatMap(({ steps }) => steps.slice(1)));
  const joins = path.joins.flatMap((join) => {
    const fold = folds.find(({ steps }) => steps.includes(join.from));
    if (!fold) return [join];
    const last = fold.steps.at(-1);
    // What the last of them leads to, the one that stands for all leads to.
    return join.from === last ? [{ ...join, from: fold.at }] : [];
  });
  return { path: { ...path, steps: path.steps.filter(({ id }) => !gone.has(id)), joins }, folds };
}
