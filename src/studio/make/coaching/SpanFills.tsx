import type { DaySpan } from '#core/booking';
import { makeCoachingWords } from '#say/make/coaching';
const say = makeCoachingWords.spanFills;

/** Some spans of one day, each with its times to type: put in, changed, taken out. */
export function SpanFills({
  spans,
  of,
  onChange,
}: {
  spans: readonly DaySpan[];
  /** Of what they are: "Monday". */
  of: string;
  onChange: (spans: DaySpan[]) => void;
}) {
  const replace = (at: number, change: Partial<DaySpan>): void =>
    onChange(spans.map((span, i) => (i === at ? { ...span, ...change } : span)));
  return (
    <>
      {spans.map((span, i) => (
        <span key={i} className="mr-3 whitespace-nowrap">
          <TimeFill label={say.from(of, i + 1)} value={span.from} onChange={(from) => replace(i, { from })} /> {say.to}{' '}
          <TimeFill
            label={say.to2(of, i + 1)}
            value={span.to === '24:00' ? '00:00' : span.to}
            invalid={span.from >= span.to}
            // Midnight at a span's end is the end of that day.
            onChange={(to) => replace(i, { to: to === '00:00' ? '24:00' : to })}
          />{' '}
          <button
            className="opt"
            aria-label={say.removeTo(of, span.from, span.to)}
            onClick={() => onChange(spans.filter((_, at) => at !== i))}
          >
            ×
          </button>
        </span>
      ))}
      <button
        className="opt"
        aria-label={say.addHoursTo(spans.length, of)}
        onClick={() => onChange([...spans, nextSpan(spans)])}
      >
        {spans.length === 0 ? say.addHours : say.addAnotherTime}
      </button>
    </>
  );
}

function TimeFill({
  label,
  value,
  invalid = false,
  onChange,
}: {
  label: string;
  value: string;
  invalid?: boolean;
  onChange: (time: string) => void;
}) {
  return (
    <input
      className="fill"
      type="time"
      step={900}
      aria-label={label}
      aria-invalid={invalid}
      value={value}
      onChange={(event) => {
        // Half typed it is nothing yet, and the last good one stays.
        if (/^\d\d:\d\d$/.test(event.target.value)) onChange(event.target.value);
      }}
    />
  );
}

/** A morning and afternoon to begin with; after that an hour behind the last one. */
function nextSpan(spans: readonly DaySpan[]): DaySpan {
  const last = spans
    .map(({ to }) => to)
    .sort()
    .at(-1);
  if (last === undefined) return { from: '09:00', to: '17:00' };
  const from = Math.min(22, Number(last.slice(0, 2)) + 1);
  return { from: hour(from), to: hour(Math.min(24, from + 2)) };
}

const hour = (h: number): string => `${String(h).padStart(2, '0')}:00`;
