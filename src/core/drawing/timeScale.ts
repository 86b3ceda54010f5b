import { DAY, msOf } from '#core/calendar';
import { type KeelStory, type MoneyMoment, ticksIn } from './story';

export interface Span {
  from: number;
  to: number;
}
/** Pixels for a moment in milliseconds. */
export type Scale = (ms: number) => number;

/** Payments folded away between two moments. */
export interface Fold {
  from: number;
  to: number;
  hidden: MoneyMoment[];
  room: number;
}

/** What opens later than this does not make a drawing longer. */
const TICKS_WITHIN = 400 * DAY;

/** From the first to the last event, never shorter than `shortest`; or as long as the drawings beside it. */
export function spanOf(story: KeelStory, shortest: number, shared: number | undefined): Span {
  const moments = [
    story.now.at,
    ...story.money.map((m) => m.at),
    ...story.access.flatMap((a) => [a.from, ...(a.until === null ? [] : [a.until])]),
    ...(story.pauses ?? []).flatMap((p) => [p.from, ...(p.until === null ? [] : [p.until])]),
  ].map(msOf);
  const from = moments.reduce((least, ms) => Math.min(least, ms), Infinity);
  const opens = story.access.flatMap(ticksIn).map(({ at }) => msOf(at));
  const last = [...moments, ...opens.filter((ms) => ms <= from + TICKS_WITHIN)].reduce(
    (most, ms) => Math.max(most, ms),
    -Infinity,
  );
  return { from, to: shared === undefined ? Math.max(from + shortest, last) : from + shared };
}

const FOLD_ROOM = { normal: 104, small: 26 };
/** The first two stay before a fold and the last after it; under two hidden it would not be worth it. */
const LEAST_PAYMENTS = 5;

/**
 * Whether a long run of equal payments must be folded: where their discs would touch.
 * @param room how many pixels a payment's disc needs
 */
export function foldOf(
  money: readonly MoneyMoment[],
  setting: { left: number; right: number; span: Span; room: (m: MoneyMoment) => number; small: boolean },
): Fold | null {
  const { left, right, span, room } = setting;
  const perMs = (right - left) / (span.to - span.from);
  let best: MoneyMoment[] = [];
  for (let i = 0; i < money.length;) {
    const run = [money[i] as MoneyMoment];
    let touches = false;
    for (let k = i + 1; k < money.length; k += 1) {
      const [before, next] = [run[run.length - 1], money[k]];
      if (!before || !next || next.amount !== before.amount || next.state !== before.state) break;
      if ((msOf(next.at) - msOf(before.at)) * perMs < room(next)) touches = true;
      run.push(next);
    }
    if (touches && run.length >= LEAST_PAYMENTS && run.length > best.length) best = run;
    i += run.length;
  }
  const [first, second, third] = best;
  const last = best[best.length - 1];
  const beforeLast = best[best.length - 2];
  if (!first || !second || !third || !last || !beforeLast) return null;
  // The break begins half-way to the next payment and ends half-way before the last, so that no disc is cut.
  return {
    from: msOf(second.at) + (msOf(third.at) - msOf(second.at)) / 2,
    to: msOf(last.at) - (msOf(last.at) - msOf(beforeLast.at)) / 2,
    hidden: best.slice(2, -1),
    room: setting.small ? FOLD_ROOM.small : FOLD_ROOM.normal,
  };
}

/** Time to pixels: one honest scale on both sides of a fold, which takes a room of its own. */
export function scaleFor(span: Span, left: number, right: number, fold: Fold | null): Scale {
  const clamp = (ms: number): number => Math.min(span.to, Math.max(span.from, ms));
  if (!fold) return (ms) => left + ((clamp(ms) - span.from) / (span.to - span.from)) * (right - left);
  const perMs = (right - left - fold.room) / (span.to - span.from - (fold.to - fold.from));
  const breakAt = left + (fold.from - span.from) * perMs;
  return (ms) => {
    const at = clamp(ms);
    if (at <= fold.from) return left + (at - span.from) * perMs;
    if (at >= fold.to) return breakAt + fold.room + (at - fold.to) * perMs;
    return breakAt + ((at - fold.from) / (fold.to - fold.from)) * fold.room;
  };
}
