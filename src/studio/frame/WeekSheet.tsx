import { type DaySpan, minutesOf } from '#core/booking';

export interface SheetDay {
  name: string;
  open: readonly DaySpan[];
  /** What stands in it: minutes from midnight. */
  marks: readonly { id: string; from: number; until: number; text: string; done: boolean }[];
}

const HEIGHT = 220;

/** A plain week: a column a day, open hours as a light ground, what is booked as marks on it. */
export function WeekSheet({ days, label }: { days: readonly SheetDay[]; label: string }) {
  const times = days.flatMap(({ open, marks }) => [
    ...open.flatMap(({ from, to }) => [minutesOf(from), minutesOf(to)]),
    ...marks.flatMap(({ from, until }) => [from, until]),
  ]);
  if (times.length === 0) return null;
  const first = Math.floor(Math.min(...times) / 60);
  const last = Math.max(first + 4, Math.ceil(Math.max(...times) / 60));
  const top = (minutes: number): number => ((minutes - first * 60) / ((last - first) * 60)) * HEIGHT;
  const step = last - first > 10 ? 3 : 2;
  const hours = Array.from({ length: last - first + 1 }, (_, i) => first + i).filter((h) => (h - first) % step === 0);
  return (
    <div className="week-sheet mt-3" role="img" aria-label={label} style={{ height: HEIGHT + 22 }}>
      <div className="week-hours">
        {hours.map((h) => (
          <span key={h} style={{ top: 22 + top(h * 60) }}>
            {String(h).padStart(2, '0')}
          </span>
        ))}
      </div>
      {days.map(({ name, open, marks }, i) => (
        <div key={i} className="week-day">
          <b>{name}</b>
          {open.map((span, at) => (
            <i
              key={at}
              className="week-open"
              style={{
                top: 22 + top(minutesOf(span.from)),
                height: Math.max(2, top(minutesOf(span.to)) - top(minutesOf(span.from))),
              }}
            />
          ))}
          {marks.map(({ id, from, until, text, done }) => (
            <i
              key={id}
              className={done ? 'week-mark done' : 'week-mark'}
              title={text}
              style={{ top: 22 + top(from), height: Math.max(4, top(until) - top(from)) }}
            />
          ))}
        </div>
      ))}
    </div>
  );
}
