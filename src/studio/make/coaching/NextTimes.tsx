import { useState } from 'react';
import { outsideHours, placeOfZone, slotsFor, spansOn, timeInZones, weekdayName, weekInWords } from '#core/booking';
import { addDays, dateIn, formatDay, formatTime, weekStart } from '#core/calendar';
import { asBooked, type Coaching } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { useBookedQuery } from '../../data/bookedApi';
import { useNow } from '../../data/useNow';
import { ChoiceFill } from '../../price/Fill';
import { WeekSheet } from '../../frame/WeekSheet';
import { makeCoachingWords } from '#say/make/coaching';
const say = makeCoachingWords.nextTimes;

const PLACES = [
  'Europe/London',
  'Europe/Berlin',
  'America/New_York',
  'America/Los_Angeles',
  'Asia/Tokyo',
  'Australia/Sydney',
];
const SHOWN = 8;

/** The week as it is open, and the next times as a buyer somewhere reads them. Nothing that is booked is left out. */
export function NextTimes({ product, draft }: { product: Coaching; draft: Draft }) {
  const { zone } = draft.content.shop;
  const now = useNow();
  const [place, setPlace] = useState('America/New_York');
  const today = dateIn(now, zone);
  const monday = weekStart(today);
  const said = weekInWords(product.hours, { locale: 'en', to: 'to' });
  const slots = slotsFor(
    asBooked(product),
    { now, zone, taken: [] },
    today,
    addDays(today, Math.min(60, product.aheadDays)),
  );
  const isLive = draft.live?.content.products.some(({ id }) => id === product.id) ?? false;
  const { data } = useBookedQuery({ from: today, to: addDays(today, 99) }, { skip: !isLive });
  const coming = (data?.sessions ?? []).filter(
    (s) => s.productId === product.id && s.status === 'booked' && s.from > now,
  );
  const outside = outsideHours(product.hours, zone, coming);
  return (
    <section className="pb-3">
      <h2 className="mb-1">{say.bookableTimes}</h2>
      {said === '' ? <p className="text-ink-2">{say.noneYetAddOpen}</p> : <p>{said}.</p>}
      <WeekSheet
        days={[0, 1, 2, 3, 4, 5, 6].map((day) => ({
          name: weekdayName(day, 'en', 'short'),
          open: spansOn(product.hours, addDays(monday, day)),
          marks: [],
        }))}
        label={say.openHoursWeek}
      />
      {outside.length > 0 && (
        <p className="mt-3 border-l-4 border-draft ps-3">
          {say.countBookedSessionLies(outside.length, formatDay(outside[0]?.from ?? now, zone, 'en'))}
        </p>
      )}
      {slots.length > 0 && (
        <>
          <p className="mt-3">
            {say.nextFreeTimesBuyer}{' '}
            <ChoiceFill
              label={say.whereBuyer}
              value={place}
              choices={PLACES.filter((p) => p !== zone).map((p) => [p, placeOfZone(p)] as const)}
              onChange={setPlace}
            />
            :
          </p>
          <ul aria-label={say.nextFreeTimes}>
            {slots.slice(0, SHOWN).map((from) => (
              <li key={from} className="border-t border-line py-1 text-[15px]">
                {timeInZones({ from, until: endOf(from, product.minutes) }, [place], { locale: 'en', to: 'to' })[0]}
                <span className="cap block">{say.forYouIn(formatTime(from, zone, 'en'), placeOfZone(zone))}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const endOf = (from: string, minutes: number): string => new Date(Date.parse(from) + minutes * 60_000).toISOString();
