import { Link } from 'react-router';
import { timeInZone, untouched } from '#core/booking';
import { dateIn } from '#core/calendar';
import type { LiveClass } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { useDatesQuery } from '../../data/bookedApi';
import { sessionsLink } from '../../deliver/links';

/** The dates in order, as a buyer reads them, with how many sit there; what was moved or called off as it stands. */
export function WhoSits({ product, draft }: { product: LiveClass; draft: Draft }) {
  const { zone } = draft.content.shop;
  const isLive = draft.live?.content.products.some(({ id }) => id === product.id) ?? false;
  const { data } = useDatesQuery(null, { skip: !isLive, pollingInterval: 60_000 });
  const dates = product.dates
    .map((date) => ({ ...untouched(date), ...data?.dates.find(({ id }) => id === date.id) }))
    .sort((a, b) => (a.from < b.from ? -1 : 1));
  return (
    <section className="pb-3">
      <h2 className="mb-1">{product.pick === 'all' ? 'Every buyer comes to' : 'A buyer picks one of'}</h2>
      {dates.length === 0 && <p className="text-ink-2">Nothing yet: add a date.</p>}
      <ul aria-label="Dates as they stand">
        {dates.map((date) => (
          <li key={date.id} className="border-t border-line py-1.5 text-[15px]">
            <span className={date.calledOff ? 'line-through' : ''}>
              {timeInZone(date, date.zone, { locale: 'en', to: 'to' })}
            </span>
            <span className="cap block">
              {date.calledOff
                ? 'called off'
                : date.seats === null
                  ? `${date.taken} sit there, room for everybody`
                  : `${date.taken} of ${date.seats} seats taken`}
              {data?.dates.some(({ id }) => id === date.id) && (
                <>
                  {' · '}
                  <Link className="underline" to={sessionsLink(dateIn(date.from, zone), date.id)}>
                    who
                  </Link>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
