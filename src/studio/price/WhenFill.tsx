import { DayFill } from './Fill';

/** A day and a time on the clock of some zone, as they are typed. */
export interface When {
  day: string;
  time: string;
}

/** Whether both are there whole. */
export const isWhen = ({ day, time }: When): boolean => /^[12]\d{3}-\d\d-\d\d$/.test(day) && /^\d\d:\d\d$/.test(time);

/** To which day and time something is moved, within a sentence. */
export function WhenFill({ value, step, onChange }: { value: When; step: number; onChange: (when: When) => void }) {
  return (
    <>
      <DayFill label="To which day" value={value.day} onChange={(day) => onChange({ ...value, day })} />,{' '}
      <input
        className="fill"
        type="time"
        step={step}
        aria-label="To what time"
        value={value.time}
        onChange={(event) => onChange({ ...value, time: event.target.value })}
      />
    </>
  );
}
