import { DAY, dateIn, formatDay, type Instant, instantOf, msOf } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import { placeLabels, type PlacedLabel } from './labels';
import { wordsFor } from '#core/words';
import type { KeelStory, MoneyMoment, MoneyState } from './story';
import { foldOf, type Scale, scaleFor, spanOf } from './timeScale';

export interface KeelMark {
  kind: 'payment' | 'fold';
  x: number;
  y: number;
  r: number;
  state: MoneyState;
  /** Nothing is due here: an upright stroke. */
  nothingDue: boolean;
  /** Read out when the mark is in hand: "15 July 2026, €64.00, second of 3, to come". */
  phrase: string;
  /** For a refund: where its payment stands, to join them by an arc. */
  joins: { x: number; y: number } | null;
  /** For a moved payment: where it went. */
  movedToX: number | null;
}

/** How something ends on the right: for certain, going on, or only because the drawing stops. */
export type KeelEnd = 'cap' | 'arrow' | 'torn';

export interface KeelBar {
  x1: number;
  x2: number;
  y: number;
  height: number;
  label: PlacedLabel | null;
  end: KeelEnd;
  holds: { x1: number; x2: number }[];
  ticks: number[];
}

export interface KeelLayout {
  width: number;
  height: number;
  lineY: number;
  left: number;
  right: number;
  end: KeelEnd;
  present: { x: number; label: PlacedLabel };
  marks: KeelMark[];
  amounts: PlacedLabel[];
  days: PlacedLabel[];
  bars: KeelBar[];
  pauses: { x1: number; x2: number; label: PlacedLabel }[];
  /** Where a long run of equal payments is folded away, and what is in it, a line each. */
  fold: { x1: number; x2: number; lines: string[] } | null;
  /** Marks that are present, for the key. */
  states: MoneyState[];
  held: boolean;
  dateY: number;
}

export interface KeelOptions {
  small?: boolean;
  /** The largest amount among all lines on screen together, for one money scale; by default this story's own. */
  largest?: number;
  /** Milliseconds from the first event that all drawings side by side show. */
  span?: number;
}

const SHORTEST_SPAN_MS = 30 * DAY;
const BIGGEST = { normal: 13, small: 7 };
const SMALLEST = 4;
const BAR = 9;
const LANE = 29;
const SMALL_LANE = 11;
const MOST_LANES = 3;
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
  const ends = story.access.flatMap((a) =>
    a.until !== null && msOf(a.until) <= span.to ? [{ at: a.until, weight: 4 }] : [],
  );
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

interface Lane {
  from: Instant;
  until: Instant | null;
  holds: readonly { from: Instant; until: Instant | null }[];
  ticks: readonly Instant[];
  label: string;
  goesOn?: string | undefined;
}

/** Bars that open, close and are held alike share one; at most three lanes, then the rest is said in words. */
function lanesOf(story: KeelStory): Lane[] {
  const say = wordsFor(story.locale).drawing;
  const groups = new Map<string, { lane: Lane; titles: string[] }>();
  for (const access of story.access) {
    const key = JSON.stringify([access.from, access.until, access.holds, access.ticks ?? [], access.goesOn]);
    const group = groups.get(key);
    if (group) group.titles.push(access.title);
    else
      groups.set(key, { lane: { ...access, ticks: access.ticks ?? [], label: access.title }, titles: [access.title] });
  }
  const lanes = [...groups.values()].map(({ lane, titles }) => ({
    ...lane,
    label: titles.length > 1 ? say.products(titles.length) : lane.label,
  }));
  const shown = lanes.slice(0, MOST_LANES);
  const last = shown[MOST_LANES - 1];
  if (last && lanes.length > MOST_LANES) last.label = say.andMore(last.label, lanes.length - MOST_LANES);
  return shown;
}

interface BarSetting {
  x: (at: Instant) => number;
  scale: Scale;
  span: { from: number; to: number };
  right: number;
  width: number;
  top: number;
  lane: number;
  small: boolean;
}

function barsOf(story: KeelStory, { x, span, right, width, top, lane, small }: BarSetting): KeelBar[] {
  const edge = right + 4;
  return lanesOf(story).map(({ from, until, holds, ticks, label, goesOn }, i) => {
    const beyond = until !== null && msOf(until) > span.to;
    const x1 = x(from);
    const y = top + i * lane;
    const words =
      until === null ? `${label}, ${goesOn ?? story.goesOn ?? wordsFor(story.locale).access.endless('good')}` : label;
    const [placed] = placeLabels(
      [{ text: shorten(words, width), x: x1 + 7, y: y + BAR + 13, weight: 1, start: true }],
      width,
    );
    return {
      x1,
      y,
      height: small ? 5 : BAR,
      label: small ? null : (placed ?? null),
      x2: until === null || beyond ? edge : Math.max(x(until), x1 + 3),
      end: until === null ? 'arrow' : beyond ? 'torn' : 'cap',
      holds: holds.map((hold) => ({ x1: x(hold.from), x2: hold.until === null ? edge : x(hold.until) })),
      ticks: ticks.filter((t) => msOf(t) <= span.to).map(x),
    };
  });
}

/** Words that would be wider than the drawing end in an ellipsis; the list has them whole. */
const shorten = (text: string, width: number): string => {
  const most = Math.floor(width / 7);
  return text.length <= most ? text : `${text.slice(0, most - 1)}…`;
};

function pausesOf(
  story: KeelStory,
  x: (at: Instant) => number,
  right: number,
  lineY: number,
  width: number,
): KeelLayout['pauses'] {
  return (story.pauses ?? []).map(({ from, until }) => {
    const x1 = x(from);
    const x2 = until === null ? right : x(until);
    const text = wordsFor(story.locale).drawing.paused(
      until === null ? null : formatDay(until, story.zone, story.locale, { short: true }),
    );
    const [label] = placeLabels([{ text, x: (x1 + x2) / 2, y: lineY - 10, weight: 9 }], width);
    return { x1, x2, label: label ?? { text, x: x1, y: lineY - 10, anchor: 'start' } };
  });
}
