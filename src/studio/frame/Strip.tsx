import { useState } from 'react';
import { formatDay, formatTime } from '#core/calendar';
import { type About, sentenceOf, useMoveClockMutation } from '../data/ownerApi';

const STEPS = [['next', 'Next event'], ['day', '1 day'], ['week', '1 week'], ['month', '1 month']] as const;

/** Says on every screen that no real money moves; in a demo it holds the clock. */
export function Strip({ about, zone }: { about: About; zone: string }) {
  const [move, moving] = useMoveClockMutation();
  const [said, setSaid] = useState<string | null>(null);
  if (about.mode === 'test') return <div className="hatched-strip px-5 py-0.5 text-center"><span>Test shop. No real money moves.</span></div>;
  return (
    <div className="hatched-strip flex flex-wrap items-center justify-center gap-x-2 gap-y-1 px-5 py-0.5">
      <span>Demo shop. It is {formatDay(about.now, zone, 'en', { year: true, weekday: true })}, {formatTime(about.now, zone, 'en')}.</span>
      {STEPS.map(([by, label]) => (
        <button key={by} className="btn btn-quiet btn-sm" disabled={moving.isLoading} onClick={() => void move(by).unwrap().then(() => setSaid(null), (error: unknown) => setSaid(sentenceOf(error)))}>{label}</button>
      ))}
      <span role="status">{moving.isLoading ? 'Time is passing …' : (said ?? 'Time here cannot be turned back.')}</span>
    </div>
  );
}
