import { type ReactNode, useState } from 'react';
import { addDays, addMs, dateIn, HOUR, type Instant, startOfDate } from '#core/calendar';
import type { Standing } from '#core/opening';
import { useNow } from '../../data/useNow';
import { CountFill, DayFill } from '../../price/Fill';
import { makeInsideWords } from '#say/make/inside';
const say = makeInsideWords.useJoining;

interface Joining {
  standing: Standing;
  /** The last moment of the day that is looked at. */
  at: Instant;
  /** "Someone who joins on …" */
  joins: ReactNode;
  /** "On a phone, so many days after joining" */
  later: ReactNode;
}

/** Somebody who joins on a day that is chosen, and is looked at so many days later. */
export function useJoining(zone: string, hour: string | null): Joining {
  const today = dateIn(useNow(), zone);
  const [joined, setJoined] = useState<string | null>(null);
  const [after, setAfter] = useState(0);
  const date = joined ?? today;
  return {
    // In the middle of the morning, as people join.
    standing: { first: addMs(startOfDate(date, zone), 9 * HOUR), shut: [], zone, hour, done: () => false },
    at: addMs(startOfDate(addDays(date, after + 1), zone), -1),
    joins: (
      <p className="cap">
        {say.memberWhoJoins}{' '}
        <DayFill label={say.joinsOn} value={date} onChange={(day) => setJoined(day === '' ? null : day)} />
      </p>
    ),
    later: (
      <h3 className="mb-2">
        {say.onAPhone} <CountFill label={say.howManyDaysAfter} value={after} from={0} to={3_650} onChange={setAfter} />{' '}
        {say.daysAfterJoining}
      </h3>
    ),
  };
}
