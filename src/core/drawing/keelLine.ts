import { DAY, formatDay, type Instant, msOf } from '#core/calendar';
import { formatAmount } from '#core/money';

export type MoneyState = 'to come' | 'paid' | 'waits' | 'refused' | 'refunded' | 'disputed';

/** One buyer's story in one currency: money above the line, access below. */
export interface KeelStory {
  currency: string;
  zone: string;
  locale: string;
  money: readonly { at: Instant; amount: number; state: MoneyState }[];
  /** `until` null goes on for good. */
  access: readonly { from: Instant; until: Instant | null; holds: readonly { from: Instant; until: Instant | null }[]; title: string }[];
  /** The line's present, or a flag where the thing is not yet bought. */
  now: { at: Instant; word: 'today' | 'bought' };
}

export interface KeelMark {
  x: number;
  y: number;
  r: number;
  state: MoneyState;
  amount: string | null;
  day: string | null;
  /** Read out when the mark is in hand: "15 July 2026, €64.00, second of 3, to come". */
  phrase: string;
  /** For a refund: where its payment stands, to join them by an arc. */
  joins: { x: number; y: number } | null;
}

export interface KeelLayout {
  width: number;
  height: number;
  lineY: number;
  left: number;
  right: number;
  presentX: number;
  presentWord: string;
  marks: KeelMark[];
  bars: { x1: number; x2: number; y: number; height: number; label: string; goesOn: boolean; holds: { x1: number; x2: number }[] }[];
  dateY: number;
}

const SHORTEST_SPAN_MS = 30 * DAY;
/** Room for one label at 13 px: its characters at an average width, so that labels can be kept apart without a screen. */
const LABEL_CHARACTER = 7;
const LABEL_GAP = 6;
const BAR = 9;
const LANE = 14;
const MOST_LANES = 3;

/**
 * Where everything on a keel line stands, in pixels for a given width. Pure, so that it can be tested without a
 * screen and drawn alike in the studio, at checkout and in the member's area.
 * @param largest the largest amount among all lines on screen together, for one money scale; by default this story's own
 */
export function layoutKeelLine(story: KeelStory, width: number, options: { small?: boolean; largest?: number } = {}): KeelLayout {
  const small = options.small ?? false;
  const biggest = small ? 7 : 13;
  const largest = options.largest ?? Math.max(1, ...story.money.map((m) => m.amount));
  const [from, to] = spanOf(story);
  const left = biggest + 6;
  const right = width - biggest - 14;
  const x = (at: Instant): number => left + ((msOf(at) - from) / (to - from)) * (right - left);
  const lineY = (small ? 8 : 34) + biggest * 2 + 8;
  const sorted = [...story.money].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const payments = sorted.filter((m) => m.state !== 'refunded').length;
  let counted = 0;
  const marks = sorted.map((money): KeelMark => {
    // Area by amount: the radius grows with the root. Nothing is drawn too small to see.
    const r = Math.max(4, Math.sqrt(money.amount / largest) * biggest);
    const amount = formatAmount(money.amount, story.currency, story.locale);
    const isRefund = money.state === 'refunded';
    if (!isRefund) counted += 1;
    const place = payments > 1 && !isRefund ? `, ${counted} of ${payments}` : '';
    return {
      x: x(money.at), y: lineY - 6 - r, r, state: money.state, amount, day: formatDay(money.at, story.zone, story.locale, { short: true }),
      phrase: money.amount === 0 ? `${formatDay(money.at, story.zone, story.locale)}, nothing due` : `${formatDay(money.at, story.zone, story.locale)}, ${amount}${place}, ${money.state}`,
      joins: null,
    };
  });
  joinRefunds(marks);
  keepLabelsApart(marks, width);

  const bars = lanesOf(story).map((lane, i) => ({
    x1: x(lane.from), x2: lane.until === null ? right + 4 : Math.min(x(lane.until), right), y: lineY + 8 + i * LANE, height: BAR, label: lane.label, goesOn: lane.until === null,
    holds: lane.holds.map((hold) => ({ x1: x(hold.from), x2: hold.until === null ? right + 4 : x(hold.until) })),
  }));
  const dateY = lineY + 8 + Math.max(1, bars.length) * LANE + 12;
  return { width, height: dateY + 6, lineY, left: left - 4, right: right + 4, presentX: x(story.now.at), presentWord: story.now.word, marks, bars, dateY };
}

function spanOf(story: KeelStory): [number, number] {
  const moments = [story.now.at, ...story.money.map((m) => m.at), ...story.access.flatMap((a) => [a.from, ...(a.until === null ? [] : [a.until])])].map(msOf);
  const from = Math.min(...moments);
  return [from, Math.max(from + SHORTEST_SPAN_MS, ...moments)];
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

/** Labels never overlap, shrink or turn. The last payment's stays, then payments from the first on, then refunds. */
function keepLabelsApart(marks: KeelMark[], width: number): void {
  const payments = marks.filter((m) => m.state !== 'refunded');
  const byWeight = [...payments.slice(-1), ...payments.slice(0, -1), ...marks.filter((m) => m.state === 'refunded')];
  for (const field of ['amount', 'day'] as const) {
    const kept: { from: number; to: number }[] = [];
    for (const mark of byWeight) {
      const room = (mark[field]?.length ?? 0) * LABEL_CHARACTER;
      const from = Math.min(Math.max(0, mark.x - room / 2), width - room);
      if (kept.some((k) => from < k.to + LABEL_GAP && k.from < from + room + LABEL_GAP)) mark[field] = null;
      else kept.push({ from, to: from + room });
    }
  }
}

interface Lane {
  from: Instant;
  until: Instant | null;
  holds: readonly { from: Instant; until: Instant | null }[];
  label: string;
}

/** Bars that open, close and are held alike share one; at most three lanes, then the rest is said in words. */
function lanesOf(story: KeelStory): Lane[] {
  const groups = new Map<string, { lane: Lane; titles: string[] }>();
  for (const access of story.access) {
    const key = JSON.stringify([access.from, access.until, access.holds]);
    const group = groups.get(key);
    if (group) group.titles.push(access.title);
    else groups.set(key, { lane: { ...access, label: access.title }, titles: [access.title] });
  }
  const lanes = [...groups.values()].map(({ lane, titles }) => ({ ...lane, label: titles.length > 1 ? `${titles.length} products` : lane.label }));
  const shown = lanes.slice(0, MOST_LANES);
  const last = shown[MOST_LANES - 1];
  if (last && lanes.length > MOST_LANES) last.label += `, and ${lanes.length - MOST_LANES} more`;
  return shown;
}
