import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import { type KeelStory, STATE_WORDS } from './story';

export interface KeelRow {
  at: Instant;
  day: string;
  what: string;
  /** Empty where no money is named. */
  amount: string;
}

/** The same story as a list: every payment, every door that opens or closes, every rest, in order of time. */
export function keelRows(story: KeelStory): KeelRow[] {
  const day = (at: Instant): string => formatDay(at, story.zone, story.locale);
  const row = (at: Instant, what: string, amount = ''): KeelRow => ({ at, day: day(at), what, amount });
  const rows = [
    ...story.money.map((m) =>
      row(
        m.at,
        m.amount === 0 ? 'nothing due' : m.movedTo === undefined ? STATE_WORDS[m.state] : `moved to ${day(m.movedTo)}`,
        m.amount === 0 ? '' : formatAmount(m.amount, story.currency, story.locale),
      ),
    ),
    ...story.access.flatMap((a) => [
      row(
        a.from,
        a.until === null ? `${a.title} opens, ${a.goesOn ?? story.goesOn ?? 'for good'}` : `${a.title} opens`,
      ),
      ...a.holds.flatMap((h) => [
        row(h.from, `${a.title} on hold`),
        ...(h.until === null ? [] : [row(h.until, `${a.title} open again`)]),
      ]),
      ...(a.until === null ? [] : [row(a.until, `${a.title} closes`)]),
    ]),
    ...(story.pauses ?? []).flatMap((p) => [
      row(p.from, p.until === null ? 'paused' : `paused until ${day(p.until)}`),
      ...(p.until === null ? [] : [row(p.until, 'goes on')]),
    ]),
  ];
  // Equal moments keep this order: money before doors.
  return rows
    .map((r, i) => ({ r, i }))
    .sort((a, b) => (a.r.at < b.r.at ? -1 : a.r.at > b.r.at ? 1 : a.i - b.i))
    .map(({ r }) => r);
}
