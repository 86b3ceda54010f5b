import { type Coaching, freshProduct } from '#core/catalogue';
import type { OpenHours } from '#core/booking';

/** Open from one time to another on some weekdays, 1 for Monday. */
export const openOn = (days: readonly number[], from = '09:00', to = '17:00'): OpenHours => ({
  week: [1, 2, 3, 4, 5, 6, 7].map((day) => (days.includes(day) ? [{ from, to }] : [])),
  exceptions: [],
});

/** Three sessions of an hour, on weekdays from nine to five, a day's notice. */
export const coachingOf = (id: string, more: Partial<Coaching> = {}): Coaching => ({
  ...freshProduct('coaching', id, `Coaching ${id}`),
  promise: 'A promise',
  sessions: 3,
  grid: 60,
  bufferAfter: 0,
  place: 'By video: https://walks.example.org/room',
  hours: openOn([1, 2, 3, 4, 5]),
  ...more,
});
