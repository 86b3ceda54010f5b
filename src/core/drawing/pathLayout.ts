import type { StepId } from '#core/ids';
import { type Join, joinsFrom, type Path, type Step, stepOf, stepsInOrder } from '#core/paths';

/** Sizes of the drawing, in pixels. */
export interface PathSizes {
  width: number;
  /** From one step to the next: as much as there is room for, between these. */
  column: number;
  narrowest: number;
  /** From the stream to the way below it. */
  lane: number;
  /** Above a row's stream, for what is taken there. */
  head: number;
}

export const PATH_SIZES: Omit<PathSizes, 'width'> = { column: 158, narrowest: 120, lane: 250, head: 74 };

export interface PlacedStep {
  step: Step;
  row: number;
  column: number;
  /** 0 is the stream; further ones hang below. */
  lane: number;
  /** Where its page hangs from. */
  x: number;
  y: number;
}

/** A way from one step to another, as a line. */
export interface PlacedWay {
  from: StepId;
  to: StepId;
  by: Join['by'];
  /** With a condition: one of several. */
  conditional: boolean;
  /** By a button, or after paying at a checkout beside the first: as good a way as the stream. */
  aside: boolean;
  /** Along the stream; else a stroke that leaves it, or comes back in. */
  stream: boolean;
  /** Goes on in another row. */
  turns: boolean;
  /** An SVG path. */
  d: string;
  /** Where its words stand. */
  label: {
    x: number;
    y: number;
    /** They end there, beside an upright; else they are centred under the line. */
    beside: boolean;
  };
}

/** A way out of the path. */
export interface WayOut {
  from: StepId;
  by: Join['by'];
  to: Exclude<Join['to'], { kind: 'step' }>;
  x: number;
  y: number;
}

export interface PathLayout {
  width: number;
  /** From one step to the next, as it came out. */
  column: number;
  height: number;
  steps: PlacedStep[];
  ways: PlacedWay[];
  out: WayOut[];
}

/**
 * Where everything of a path's drawing stands. Steps stand as many columns from the beginning as the longest way to them
 * has steps; along *next* and *yes* they stay on the stream, what is reached otherwise hangs below and comes back in. A
 * wide path goes on in the next row.
 * @param width pixels there are; at least one column is used
 */
export function layOutPath(path: Path, sizes: PathSizes): PathLayout {
  const { width, lane, head } = sizes;
  const order = stepsInOrder(path);
  const columns = columnsOf(path, order);
  const lanes = lanesOf(path, order, columns);
  const most = Math.max(...columns.values(), 0) + 1;
  const perRow = Math.max(1, Math.min(most, Math.floor(width / sizes.narrowest)));
  const column = Math.min(sizes.column, Math.max(sizes.narrowest, Math.floor(width / perRow)));
  const rowOf = (id: StepId): number => Math.floor((columns.get(id) ?? 0) / perRow);
  const deepest = order.reduce<number[]>((rows, { id }) => {
    const row = rowOf(id);
    rows[row] = Math.max(rows[row] ?? 0, lanes.get(id) ?? 0);
    return rows;
  }, []);
  const tops: number[] = [];
  let height = 0;
  for (let row = 0; row < deepest.length; row += 1) {
    tops[row] = height;
    height += head + ((deepest[row] ?? 0) + 1) * lane;
  }
  const steps = order.map((step): PlacedStep => {
    const at = columns.get(step.id) ?? 0;
    const row = rowOf(step.id);
    const own = lanes.get(step.id) ?? 0;
    return {
      step,
      row,
      column: at % perRow,
      lane: own,
      x: (at % perRow) * column + column / 2,
      y: (tops[row] ?? 0) + head + own * lane,
    };
  });
  const place = new Map(steps.map((s) => [s.step.id, s]));
  const ways: PlacedWay[] = [];
  const out: WayOut[] = [];
  for (const from of steps)
    for (const join of joinsFrom(path, from.step.id)) {
      const { by, to, when } = join;
      if (to.kind !== 'step') {
        out.push({ from: from.step.id, by, to, x: from.x + column / 2 - 18, y: from.y });
        continue;
      }
      const target = place.get(to.step);
      // Back to the checkout is where they came from: the line that leads down says it.
      if (!target || (from.step.kind === 'turned-back' && target.column < from.column)) continue;
      const same = ways.find((w) => w.from === from.step.id && w.to === to.step && !w.conditional && !when);
      // Where yes and no lead to the same place there is one way, whatever is answered.
      if (same) {
        if (by === 'yes' || by === 'next') same.by = by;
        continue;
      }
      const stream = (by === 'next' || by === 'yes') && !when && from.lane === 0 && target.lane === 0;
      ways.push({
        from: from.step.id,
        to: to.step,
        by,
        conditional: when !== undefined,
        aside: by === 'button' || (by === 'next' && from.step.kind === 'checkout'),
        stream,
        turns: from.row !== target.row,
        ...lineOf(from, target, { column, lane }),
      });
    }
  return { width: perRow * column, column, height, steps, ways, out };
}

/** Both ways of an offer lead to one place: then it is one way. */
export const leadsOneWay = (path: Path, id: StepId): boolean => {
  const tos = joinsFrom(path, id).map(({ to }) => JSON.stringify(to));
  return tos.length > 0 && new Set(tos).size === 1;
};

/** How many steps the longest way to each has; a way back, which only a path with problems has, is left out. */
function columnsOf(path: Path, order: readonly Step[]): Map<StepId, number> {
  const columns = new Map<StepId, number>();
  const under = new Set<StepId>();
  const leading = new Map<StepId, StepId[]>();
  // The page for whoever turned back stands behind the checkout that it leads back to.
  const back = new Set(path.steps.filter((s) => s.kind === 'turned-back').map((s) => s.id));
  for (const { from, to } of path.joins)
    if (to.kind === 'step' && !back.has(from)) leading.set(to.step, [...(leading.get(to.step) ?? []), from]);
  const columnOf = (id: StepId): number => {
    const known = columns.get(id);
    if (known !== undefined || under.has(id)) return known ?? -1;
    under.add(id);
    const before = (leading.get(id) ?? []).filter((from) => stepOf(path, from)).map(columnOf);
    under.delete(id);
    const column = Math.max(-1, ...before) + 1;
    columns.set(id, column);
    return column;
  };
  for (const { id } of order) columnOf(id);
  return columns;
}

/** The stream is where next and yes lead from the beginning; everything else takes the first free lane below. */
function lanesOf(path: Path, order: readonly Step[], columns: Map<StepId, number>): Map<StepId, number> {
  const lanes = new Map<StepId, number>();
  const taken = new Set<string>();
  const take = (id: StepId, lane: number): void => {
    lanes.set(id, lane);
    taken.add(`${lane}/${columns.get(id) ?? 0}`);
  };
  for (let at: StepId | null = path.start; at !== null && stepOf(path, at) && !lanes.has(at);) {
    take(at, 0);
    const on: Join | undefined = joinsFrom(path, at).find(
      (j) => (j.by === 'yes' || j.by === 'next') && !j.when && j.to.kind === 'step',
    );
    at = on?.to.kind === 'step' ? on.to.step : null;
  }
  for (const { id } of order) {
    if (lanes.has(id)) continue;
    let lane = 1;
    while (taken.has(`${lane}/${columns.get(id) ?? 0}`)) lane += 1;
    take(id, lane);
  }
  return lanes;
}

/** A way leaves so far into its column: beside the words under a page, before the next page. */
const BESIDE = 0.62;

const round = (n: number): number => Math.round(n * 10) / 10;

function lineOf(
  from: PlacedStep,
  to: PlacedStep,
  { column, lane }: { column: number; lane: number },
): Pick<PlacedWay, 'd' | 'label'> {
  const [x1, y1, x2, y2] = [from.x, from.y, to.x, to.y];
  if (from.row !== to.row || x2 < x1) {
    // Into another row: off to the edge, down between the rows, and in from the left.
    const gap = y2 - 52;
    const d = `M${x1} ${y1} H${x1 + column / 2 - 10} V${gap} H${x2 - column / 2 + 10} V${y2} H${x2}`;
    return { d, label: { x: x1 + column / 2 - 20, y: y1 + 22, beside: false } };
  }
  if (y1 === y2) return { d: `M${x1} ${y1} H${x2}`, label: { x: (x1 + x2) / 2, y: y1 + 22, beside: false } };
  const down = y2 > y1;
  // Leaves beside its page and comes back in beside the other: never across a page.
  const bend = Math.round(down ? x1 + column * BESIDE : x2 - column * (1 - BESIDE));
  const r = Math.min(28, lane / 4);
  const turn = down ? 1 : -1;
  const d = `M${x1} ${y1} H${round(bend - r)} Q${bend} ${y1} ${bend} ${round(y1 + turn * r)} V${round(y2 - turn * r)} Q${bend} ${y2} ${round(bend + r)} ${y2} H${x2}`;
  return { d, label: { x: bend - 8, y: down ? y1 + 60 : (y1 + y2) / 2, beside: true } };
}
