import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import { wordsFor } from '#core/words';
import { type KeelStory, ticksIn } from './story';

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
  const words = wordsFor(story.locale);
  const say = words.drawing;
  const row = (at: Instant, what: string, amount = ''): KeelRow => ({ at, day: day(at), what, amount });
  const rows = [
    ...story.money.map((m) =>
      row(
        m.at,
        m.amount === 0 ? say.nothingDue() : m.movedTo === undefined ? say.state(m.state) : say.movedTo(day(m.movedTo)),
        m.amount === 0 ? '' : formatAmount(m.amount, story.currency, story.locale),
      ),
    ),
    ...story.access.flatMap((a) => [
      row(
        a.from,
        a.until === null
          ? `${say.opens(a.title)}, ${a.goesOn ?? story.goesOn ?? words.access.endless('good')}`
          : say.opens(a.title),
      ),
      ...a.holds.flatMap((h) => [
        row(h.from, say.onHold(a.title)),
        ...(h.until === null ? [] : [row(h.until, say.openAgain(a.title))]),
      ]),
      ...ticksIn(a).map(({ at, words: opens }) => row(at, opens)),
      ...(a.until === null ? [] : [row(a.until, say.closes(a.title))]),
    ]),
    ...(story.pauses ?? []).flatMap((p) => [
      row(p.from, say.paused(p.until === null ? null : day(p.until))),
      ...(p.until === null ? [] : [row(p.until, say.goesOn())]),
    ]),
  ];
  // Equal moments keep this order: money before doors.
  return rows
    .map((r, i) => ({ r, i }))
    .sort((a, b) => (a.r.at < b.r.at ? -1 : a.r.at > b.r.at ? 1 : a.i - b.i))
    .map(({ r }) => r);
}
