import { formatDay, type Instant, msOf } from '#core/calendar';
import type { Tick } from '#core/catalogue';
import { wordsFor } from '#core/words';
import type { KeelBar, KeelLayout } from './keelLayout';
import { placeLabels } from './labels';
import { type KeelStory, ticksIn } from './story';
import type { Scale } from './timeScale';

const BAR = 9;
const MOST_LANES = 3;

interface Lane {
  from: Instant;
  until: Instant | null;
  holds: readonly { from: Instant; until: Instant | null }[];
  ticks: readonly Tick[];
  label: string;
  goesOn?: string | undefined;
}

/** Bars that open, close and are held alike share one; at most three lanes, then the rest is said in words. */
function lanesOf(story: KeelStory): Lane[] {
  const say = wordsFor(story.locale).drawing;
  const groups = new Map<string, { lane: Lane; titles: string[] }>();
  for (const access of story.access) {
    const key = JSON.stringify([
      access.from,
      access.until,
      access.holds,
      ticksIn(access).map((tick) => tick.at),
      access.goesOn,
    ]);
    const group = groups.get(key);
    if (group) group.titles.push(access.title);
    else groups.set(key, { lane: { ...access, ticks: ticksIn(access), label: access.title }, titles: [access.title] });
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

export function barsOf(story: KeelStory, { x, span, right, width, top, lane, small }: BarSetting): KeelBar[] {
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
      ticks: ticks.filter(({ at }) => msOf(at) <= span.to).map(({ at }) => x(at)),
    };
  });
}

/** Words that would be wider than the drawing end in an ellipsis; the list has them whole. */
const shorten = (text: string, width: number): string => {
  const most = Math.floor(width / 7);
  return text.length <= most ? text : `${text.slice(0, most - 1)}…`;
};

export function pausesOf(
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
