import { untouched } from '#core/booking';
import { addDays, dateIn } from '#core/calendar';
import type { ClassDate, LiveClass } from '#core/catalogue';
import type { Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { useDatesQuery } from '../../data/bookedApi';
import { useNow } from '../../data/useNow';
import { goOnAt } from '../../frame/goOnAt';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { changeClass } from './changeClass';
import { DateEditor } from './DateEditor';
import { makeLiveClassWords } from '#say/make/liveClass';
const say = makeLiveClassWords.classContents;

/** Which dates, with how many seats, and whether a buyer has all of them or picks one. */
export function ClassContents({ product, draft }: { product: LiveClass; draft: Draft }) {
  const edit = (recipe: (it: LiveClass) => void): void => void changeClass(product.id, recipe);
  const { zone } = draft.content.shop;
  const now = useNow();
  const live = draft.live?.content.products.find(({ id }) => id === product.id);
  const published = live?.kind === 'live-class' ? live.dates : [];
  const { data } = useDatesQuery(null, { skip: published.length === 0 });
  // Moved it may have been since it was set.
  const standsOf = (id: string) => {
    const set = published.find((date) => date.id === id);
    return set && (data?.dates.find((date) => date.id === id) ?? untouched(set));
  };
  return (
    <>
      <section className="sec mt-4">
        <h3 className="mb-1">{say.whatBuyerGets}</h3>
        <p className="sentence">
          {say.buyerHasSeat}{' '}
          <ChoiceFill
            label={say.whichDatesBuyerHas}
            value={product.pick}
            choices={[
              ['one', say.oneDateWhichThey],
              ['all', say.everyUpcomingDate],
            ]}
            onChange={(pick) => edit((it) => (it.pick = pick))}
          />
          {product.pick === 'one' && (
            <>
              {say.canMoveAnotherDate}{' '}
              <CountFill
                label={say.hoursNotice}
                value={product.noticeHours}
                from={0}
                to={720}
                onChange={(n) => edit((it) => (it.noticeHours = n))}
              />{' '}
              {say.hoursBeforeStarts}
            </>
          )}
          {say.afterLastDate}{' '}
          <ChoiceFill
            label={say.whetherSoldAfterLast}
            value={product.soldAfter ? 'sold' : 'closed'}
            choices={[
              ['closed', say.noLongerSold],
              ['sold', say.stillSoldItsRecordings],
            ]}
            onChange={(which) => edit((it) => (it.soldAfter = which === 'sold'))}
          />
          .
        </p>
      </section>
      <section className="sec">
        <h3 className="mb-1">{say.dates}</h3>
        {product.dates.length === 0 && <p className="text-ink-2">{say.noDateYet}</p>}
        <ol aria-label={say.dates}>
          {product.dates.map((date, i) => (
            <DateEditor
              key={date.id}
              date={date}
              n={i + 1}
              named={product.downloads.named === true}
              stands={standsOf(date.id)}
              edit={(recipe) =>
                edit((it) => {
                  const found = it.dates.find(({ id }) => id === date.id);
                  if (found) recipe(found);
                })
              }
              onRemove={() => edit((it) => (it.dates = it.dates.filter(({ id }) => id !== date.id)))}
            />
          ))}
        </ol>
        <p className="mt-2">
          <button
            className="opt"
            onClick={() => {
              const fresh = nextDate(product.dates, zone, now);
              edit((it) => void it.dates.push(fresh));
              goOnAt(`[data-date="${fresh.id}"]`, 'input');
            }}
          >
            {product.dates.length === 0 ? say.addDate : say.addAnotherDate}
          </button>
        </p>
      </section>
    </>
  );
}

/** A week after the last one and like it; the first is a week from now, in the evening. */
function nextDate(dates: readonly ClassDate[], zone: string, now: string): ClassDate {
  const last = [...dates].sort((a, b) => (a.begins < b.begins ? -1 : 1)).at(-1);
  const day = addDays(last ? last.begins.slice(0, 10) : dateIn(now, zone), 7);
  return {
    id: newId('dat'),
    begins: `${day}T${last ? last.begins.slice(11) : '19:00'}`,
    zone: last?.zone ?? zone,
    minutes: last?.minutes ?? 90,
    seats: last ? last.seats : 20,
    join: last?.join ?? '',
    recording: { files: [], links: [] },
  };
}
