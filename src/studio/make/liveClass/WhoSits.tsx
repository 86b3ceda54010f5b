import { Link } from 'react-router';
import { timeInZone, untouched } from '#core/booking';
import { dateIn } from '#core/calendar';
import type { LiveClass } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { useDatesQuery } from '../../data/bookedApi';
import { sessionsLink } from '../../deliver/links';
import { makeLiveClassWords } from '#say/make/liveClass';
const say = makeLiveClassWords.whoSits;

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
      <h2 className="mb-1">{product.pick === 'all' ? say.eachBuyerAttends : say.buyerPicksOne}</h2>
      {dates.length === 0 && <p className="text-ink-2">{say.noneYetAddDate}</p>}
      <ul aria-label={say.seatsDate}>
        {dates.map((date) => (
          <li key={date.id} className="border-t border-line py-1.5 text-[15px]">
            <span className={date.calledOff ? 'line-through' : ''}>
              {timeInZone(date, date.zone, { locale: 'en', to: 'to' })}
            </span>
            <span className="cap block">
              {date.calledOff
                ? say.cancelled
                : date.seats === null
                  ? say.seatsTakenNoLimit(date.taken)
                  : say.seatsTaken(date.taken, date.seats)}
              {data?.dates.some(({ id }) => id === date.id) && (
                <>
                  {' · '}
                  <Link className="underline" to={sessionsLink(dateIn(date.from, zone), date.id)}>
                    {say.attendees}
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
