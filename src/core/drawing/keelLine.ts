import { DAY, dateIn, formatDay, type Instant, instantOf, msOf } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import { placeLabels } from './labels';
import { wordsFor } from '#core/words';
import { barsOf, pausesOf } from './keelBars';
import type { KeelLayout, KeelMark, KeelOptions } from './keelLayout';
import { type KeelStory, type MoneyMoment, ticksIn } from './story';
import { foldOf, scaleFor, spanOf } from './timeScale';

const SHORTEST_SPAN_MS = 30 * DAY;
const BIGGEST = { normal: 13, small: 7 };
const SMALLEST = 4;
const LANE = 29;
const SMALL_LANE = 11;
/** Under this width nothing is drawn; the facts stand as text. */
export const NARROWEST = 300;

/** Area by amount: the radius grows with the root. Nothing is drawn too small to see. */
const radius = (amount: number, largest: number, biggest: number): number =>
  Math.min(biggest, Math.max(SMALLEST, Math.sqrt(amount / largest) * biggest));

/**
 * Where everything on a keel line stands, in pixels for a given width. Pure, so that it can be tested without a
 * screen and drawn alike in the studio, at checkout and in the member's area.
 */
export function layoutKeelLine(story: KeelStory, width: number, options: KeelOptions = {}): KeelLayout {
  const small = options.small ?? false;
  const biggest = small ? BIGGEST.small : BIGGEST.normal;
  const largest = options.largest ?? Math.max(1, ...story.money.map((m) => m.amount));
  const sorted = [...story.money].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const span = spanOf(story, SHORTEST_SPAN_MS, options.span);
  const left = biggest + 6;
  const right = width - biggest - 14;
  const shown = sorted.filter((m) => msOf(m.at) <= span.to);
  const fold = foldOf(shown, { left, right, span, room: (m) => 2 * radius(m.amount, largest, biggest) + 2, small });
  const scale = scaleFor(span, left, right, fold);
  const x = (at: Instant): number => scale(msOf(at));
  const lineY = (small ? 6 : 36) + biggest * 2 + 8;

  const inFold = (m: MoneyMoment): boolean => fold !== null && msOf(m.at) > fold.from && msOf(m.at) < fold.to;
  const marks = marksOf(
    story,
    shown.filter((m) => !inFold(m)),
    sorted,
    { x, lineY, biggest, largest, hidden: fold?.hidden ?? [] },
  );
  const foldMark =
    fold && foldMarkOf(story, fold.hidden, { x1: scale(fold.from), x2: scale(fold.to), y: lineY - 6 - biggest });
  if (foldMark)
    marks.splice(
      marks.findIndex((m) => m.x > foldMark.mark.x),
      0,
      foldMark.mark,
    );

  const lane = small ? SMALL_LANE : LANE;
  const bars = barsOf(story, { x, scale, span, right, width, top: lineY + (small ? 6 : 9), lane, small });
  const dateY = lineY + 9 + Math.max(1, bars.length) * lane + 10;
  const drawn = marks.filter((m) => m.kind === 'payment');
  const moments = shown.filter((m) => !inFold(m));
  const importance = importanceOf(moments, story.now.at);
  const amounts = small
    ? []
    : placeLabels(
        moments.flatMap((m, i) =>
          importance.amount[i] === undefined
            ? []
            : [
                {
                  text:
                    m.amount === 0
                      ? wordsFor(story.locale).drawing.nothingDue()
                      : formatAmount(m.amount, story.currency, story.locale),
                  ...amountPlace(drawn, i),
                  weight: importance.amount[i] ?? 0,
                },
              ],
        ),
        width,
      );
  // The last thing that opens is dated too, where there is room.
  const ends = story.access.flatMap((a) => [
    ...(a.until !== null && msOf(a.until) <= span.to ? [{ at: a.until, weight: 4 }] : []),
    ...ticksIn(a).flatMap(({ at }, i, all) => (i === all.length - 1 && msOf(at) <= span.to ? [{ at, weight: 2 }] : [])),
  ]);
  const days = small
    ? []
    : placeLabels(
        [...moments.map((m, i) => ({ at: m.at, weight: importance.day[i] ?? 0 })), ...ends].map(({ at, weight }) => ({
          text: dayLabel(at, span.from, story),
          x: x(at),
          y: dateY,
          weight,
        })),
        width,
      );
  const presentX = Math.min(right, Math.max(left, x(story.now.at)));
  const [presentLabel] = placeLabels(
    [{ text: wordsFor(story.locale).drawing.now(story.now.word), x: presentX, y: 12, weight: 9 }],
    width,
  );
  const further = sorted.some((m) => msOf(m.at) > span.to);
  return {
    width,
    height: small ? lineY + 9 + Math.max(1, bars.length) * lane : dateY + 6,
    lineY,
    left: left - 4,
    right: right + 4,
    end: further ? 'torn' : story.goesOn !== undefined || story.access.some((a) => a.until === null) ? 'arrow' : 'cap',
    present: {
      x: presentX,
      label: presentLabel ?? {
        text: wordsFor(story.locale).drawing.now(story.now.word),
        x: presentX,
        y: 12,
        anchor: 'middle',
      },
    },
    marks,
    amounts,
    days,
    bars,
    pauses: pausesOf(story, x, right, lineY, width),
    fold: foldMark && { x1: foldMark.x1, x2: foldMark.x2, lines: foldMark.lines },
    states: [...new Set(marks.filter((m) => !m.nothingDue).map((m) => m.state))],
    held: bars.some((b) => b.holds.length > 0),
    dateY,
  };
}

/** Over its disc; beside it where a refund stands on its payment, so that neither covers the other. */
function amountPlace(drawn: readonly KeelMark[], i: number): { x: number; y: number; start?: boolean } {
  const mark = drawn[i];
  if (!mark) return { x: 0, y: 0 };
  const stacked = (a: KeelMark, b: KeelMark): boolean =>
    a !== b && a.state === 'refunded' && a.joins === null && b.state !== 'refunded' && Math.abs(a.x - b.x) < a.r + b.r;
  return drawn.some((other) => stacked(other, mark) || stacked(mark, other))
    ? { x: mark.x + mark.r + 5, y: mark.y + 5, start: true }
    : { x: mark.x, y: mark.y - mark.r - 6 };
}

/** A day in short; with its year where that is another than the drawing's first. */
function dayLabel(at: Instant, from: number, { zone, locale }: KeelStory): string {
  const year = (moment: Instant): string => dateIn(moment, zone).slice(0, 4);
  return formatDay(
    at,
    zone,
    locale,
    year(at) === year(instantOf(from)) ? { short: true } : { short: true, year: true },
  );
}

interface Setting {
  x: (at: Instant) => number;
  lineY: number;
  biggest: number;
  largest: number;
  hidden: readonly MoneyMoment[];
}

function marksOf(
  story: KeelStory,
  shown: readonly MoneyMoment[],
  all: readonly MoneyMoment[],
  { x, lineY, biggest, largest }: Setting,
): KeelMark[] {
  // Refunds and further tries are not payments of their own; they are not counted in "second of 3".
  const counted = all.filter(
    (m) => m.amount > 0 && m.state !== 'refunded' && m.state !== 'tried-again' && m.state !== 'moved',
  );
  const say = wordsFor(story.locale).drawing;
  const marks = shown.map((money): KeelMark => {
    const r = radius(money.amount, largest, biggest);
    const at = counted.indexOf(money);
    const place =
      at < 0 || counted.length < 2 ? '' : `, ${say.place(at, story.goesOn === undefined ? counted.length : null)}`;
    const day = formatDay(money.at, story.zone, story.locale);
    return {
      kind: 'payment',
      x: x(money.at),
      y: lineY - 6 - r,
      r,
      state: money.state,
      nothingDue: money.amount === 0,
      phrase:
        money.amount === 0
          ? `${day}, ${say.nothingDue()}`
          : `${day}, ${formatAmount(money.amount, story.currency, story.locale)}${place}, ${money.movedTo === undefined ? say.state(money.state) : say.movedTo(formatDay(money.movedTo, story.zone, story.locale))}`,
      joins: null,
      movedToX: money.movedTo === undefined ? null : x(money.movedTo),
    };
  });
  joinRefunds(marks);
  return marks;
}

function joinRefunds(marks: KeelMark[]): void {
  for (const mark of marks) {
    if (mark.state !== 'refunded') continue;
    const payment = marks.findLast((m) => m.state !== 'refunded' && m.x <= mark.x);
    if (!payment) continue;
    // Given back so soon that the discs would cover each other: the refund stands over its payment.
    if (mark.x - payment.x < payment.r + mark.r) mark.y = payment.y - payment.r - mark.r - 2;
    else mark.joins = { x: payment.x, y: payment.y };
  }
}

function foldMarkOf(
  story: KeelStory,
  hidden: readonly MoneyMoment[],
  place: { x1: number; x2: number; y: number },
): { mark: KeelMark; x1: number; x2: number; lines: string[] } {
  const say = wordsFor(story.locale).drawing;
  const each = formatAmount(hidden[0]?.amount ?? 0, story.currency, story.locale);
  const all = formatAmount(sum(hidden.map((m) => m.amount)), story.currency, story.locale);
  const often = story.every === undefined ? each : `${each} ${story.every}`;
  return {
    mark: {
      kind: 'fold',
      x: (place.x1 + place.x2) / 2,
      y: place.y,
      r: 0,
      state: hidden[0]?.state ?? 'to-come',
      nothingDue: false,
      phrase: `${say.more(hidden.length)}, ${often}, ${say.inAll(all)}`,
      joins: null,
      movedToX: null,
    },
    x1: place.x1,
    x2: place.x2,
    lines: [say.more(hidden.length), often, all],
  };
}

/**
 * Which amounts and days are written, and what gives way where there is no room: an amount at the first, the last
 * and wherever it changes; refused payments and the next due stay; repeats go first.
 */
function importanceOf(
  moments: readonly MoneyMoment[],
  now: Instant,
): { amount: (number | undefined)[]; day: number[] } {
  const next = moments.findIndex((m) => m.state === 'to-come' && m.at >= now);
  const isPayment = (m: MoneyMoment): boolean => m.state !== 'refunded';
  const last = moments.findLastIndex(isPayment);
  const first = moments.findIndex(isPayment);
  const weightOf = (i: number): number =>
    moments[i]?.state === 'refused'
      ? 8
      : i === next
        ? 7
        : i === first || i === last
          ? 6
          : moments[i]?.state === 'refunded'
            ? 3
            : 1;
  const changes = (i: number): boolean => moments[i]?.amount !== moments[i - 1]?.amount;
  return {
    amount: moments.map((m, i) =>
      i === first || i === last || i === next || changes(i) || m.state === 'refused' || m.state === 'refunded'
        ? Math.max(weightOf(i), changes(i) ? 5 : 0)
        : undefined,
    ),
    day: moments.map((_, i) => weightOf(i)),
  };
}
