import { DayFill } from './Fill';
import { priceWords } from '#say/price';
const say = priceWords.whenFill;

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
      <DayFill label={say.whichDay} value={value.day} onChange={(day) => onChange({ ...value, day })} />,{' '}
      <input
        className="fill"
        type="time"
        step={step}
        aria-label={say.whatTime}
        value={value.time}
        onChange={(event) => onChange({ ...value, time: event.target.value })}
      />
    </>
  );
}
