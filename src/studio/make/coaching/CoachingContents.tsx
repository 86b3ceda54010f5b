import { weekdayName } from '#core/booking';
import type { Coaching } from '#core/catalogue';
import { newId } from '../../data/ids';
import type { Draft } from '../../data/draft';
import { ChoiceFill, CountFill, DayFill } from '../../price/Fill';
import { changeCoaching } from './changeCoaching';
import { SpanFills } from './SpanFills';
import { makeCoachingWords } from '#say/make/coaching';
const words = makeCoachingWords.coachingContents;

const GRIDS = [
  ['15', words.quarterHour],
  ['30', words.halfHour],
  ['60', words.hour],
] as const;

/** How many sessions, in which hours, and how they are booked: sentences, and a row a weekday. */
export function CoachingContents({ product, draft }: { product: Coaching; draft: Draft }) {
  const edit = (recipe: (coaching: Coaching) => void): void => void changeCoaching(product.id, recipe);
  const { hours } = product;
  const { zone } = draft.content.shop;
  return (
    <>
      <section className="sec mt-4">
        <h3 className="mb-1">{words.sessions}</h3>
        <p className="sentence">
          {words.buyerGets}{' '}
          <CountFill
            label={words.howManySessions}
            value={product.sessions}
            from={1}
            to={200}
            onChange={(n) => edit((c) => (c.sessions = n))}
          />{' '}
          {words.of(product.sessions)}{' '}
          <CountFill
            label={words.minutesPerSession}
            value={product.minutes}
            from={5}
            to={600}
            onChange={(n) => edit((c) => (c.minutes = n))}
          />{' '}
          {words.minutes}{' '}
          <ChoiceFill
            label={words.howOftenSessionsAdded}
            value={product.each}
            choices={[
              ['once', words.inTotal],
              ['period', words.eachPaidPeriodSubscription],
            ]}
            onChange={(each) => edit((c) => (c.each = each))}
          />
          {words.place}{' '}
          <input
            className="fill min-w-64"
            aria-label={words.whereSessionsTakePlace}
            placeholder={words.httpsVideoAddress}
            dir="auto"
            value={product.place}
            onChange={(event) => edit((c) => (c.place = event.target.value.slice(0, 500)))}
          />
          {words.shownOnlyAfterBooking}
        </p>
        {product.each === 'period' && <p className="cap mt-1">{words.eachPaymentAddsNew}</p>}
      </section>
      <section className="sec">
        <h3 className="mb-1">{words.openHours}</h3>
        <p className="cap mb-2">{words.timeBuyersAlsoSee(zone.replaceAll('_', ' '))}</p>
        <ul aria-label={words.openHoursWeekday}>
          {hours.week.map((spans, day) => {
            const name = weekdayName(day, 'en');
            return (
              <li key={day} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1.5">
                <b className={`w-24 font-semibold ${spans.length === 0 ? 'text-ink-3' : ''}`}>{name}</b>
                <span className="flex-1">
                  <SpanFills spans={spans} of={name} onChange={(next) => edit((c) => (c.hours.week[day] = next))} />
                </span>
                {spans.length > 0 && (
                  <button
                    className="opt"
                    aria-label={words.copySHoursMonday(name)}
                    onClick={() =>
                      edit((c) => {
                        const same = c.hours.week[day] ?? [];
                        for (const at of [0, 1, 2, 3, 4]) c.hours.week[at] = same.map((span) => ({ ...span }));
                      })
                    }
                  >
                    {words.sameHoursMondayFriday}
                  </button>
                )}
              </li>
            );
          })}
        </ul>
        <Exceptions product={product} edit={edit} />
      </section>
      <section className="sec">
        <h3 className="mb-1">{words.booking}</h3>
        <p className="sentence">
          {words.sessionsCanStartEvery}{' '}
          <ChoiceFill
            label={words.howOftenSessionsCan}
            value={String(product.grid)}
            choices={GRIDS}
            onChange={(grid) => edit((c) => (c.grid = Number(grid) as Coaching['grid']))}
          />
          {words.theyBookedLeast}{' '}
          <CountFill
            label={words.hoursNotice}
            value={product.noticeHours}
            from={0}
            to={720}
            onChange={(n) => edit((c) => (c.noticeHours = n))}
          />{' '}
          {words.hoursMost}{' '}
          <CountFill
            label={words.daysAhead}
            value={product.aheadDays}
            from={1}
            to={365}
            onChange={(n) => edit((c) => (c.aheadDays = n))}
          />{' '}
          {words.daysAhead2}{' '}
          <CountFill
            label={words.minutesFreeBefore}
            value={product.bufferBefore}
            from={0}
            to={240}
            onChange={(n) => edit((c) => (c.bufferBefore = n))}
          />{' '}
          {words.minutesFreeBefore2}{' '}
          <CountFill
            label={words.minutesFreeAfter}
            value={product.bufferAfter}
            from={0}
            to={240}
            onChange={(n) => edit((c) => (c.bufferAfter = n))}
          />{' '}
          {words.afterEachDayYou}{' '}
          <ChoiceFill
            label={words.dailyLimit}
            value={product.mostPerDay === null ? 'any' : 'most'}
            choices={[
              ['any', words.asManyAsFit],
              ['most', words.atMost],
            ]}
            onChange={(which) => edit((c) => (c.mostPerDay = which === 'any' ? null : 4))}
          />
          {product.mostPerDay !== null && (
            <>
              {' '}
              <CountFill
                label={words.mostSessionsDay}
                value={product.mostPerDay}
                from={1}
                to={50}
                onChange={(n) => edit((c) => (c.mostPerDay = n))}
              />{' '}
              {words.sessionsAllKinds}
            </>
          )}
          .
        </p>
        <p className="cap mt-1">
          {words.untilThenMembersCan}
          {product.noticeHours === 0 && words.withoutNoticeTheyCan}
        </p>
      </section>
      <Questions product={product} edit={edit} />
    </>
  );
}

interface Parts {
  product: Coaching;
  edit: (recipe: (coaching: Coaching) => void) => void;
}

/** Dates on which it is otherwise. */
function Exceptions({ product: { hours }, edit }: Parts) {
  return (
    <>
      <ul aria-label={words.exceptions}>
        {hours.exceptions.map(({ date, spans }, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1.5">
            <span>
              {words.on}{' '}
              <DayFill
                label={words.differentHoursDay(i + 1)}
                value={date}
                onChange={(day) => {
                  if (!/^[12]\d{3}-\d\d-\d\d$/.test(day)) return;
                  edit((c) => {
                    const one = c.hours.exceptions[i];
                    if (one) one.date = day;
                  });
                }}
              />{' '}
              {spans.length === 0 ? words.closedThen : words.openThen}
            </span>
            <span className="flex-1">
              <SpanFills
                spans={spans}
                of={words.day(i + 1)}
                onChange={(next) =>
                  edit((c) => {
                    const one = c.hours.exceptions[i];
                    if (one) one.spans = next;
                  })
                }
              />
            </span>
            <button
              className="opt"
              aria-label={words.removeException(date)}
              onClick={() => edit((c) => void c.hours.exceptions.splice(i, 1))}
            >
              {words.removeException2}
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-2">
        <button
          className="opt"
          onClick={() =>
            edit((c) => {
              const last = c.hours.exceptions
                .map(({ date }) => date)
                .sort()
                .at(-1);
              c.hours.exceptions.push({ date: last ?? new Date().toISOString().slice(0, 10), spans: [] });
            })
          }
        >
          {words.addDayDifferentHours}
        </button>
      </p>
    </>
  );
}

/** What is asked of whoever books. */
function Questions({ product: { questions }, edit }: Parts) {
  return (
    <section className="sec">
      <h3 className="mb-1">{words.questionsBooking}</h3>
      {questions.map(({ id, text, required }, i) => (
        <div key={id} className="flex flex-wrap items-baseline gap-3">
          <input
            className="bare flex-1"
            aria-label={words.question(i + 1)}
            placeholder={words.whatWouldYouLike}
            dir="auto"
            value={text}
            onChange={(event) =>
              edit((c) => {
                const one = c.questions[i];
                if (one) one.text = event.target.value.slice(0, 300);
              })
            }
          />
          <label className="whitespace-nowrap text-[15px]">
            <input
              type="checkbox"
              checked={required}
              onChange={(event) =>
                edit((c) => {
                  const one = c.questions[i];
                  if (one) one.required = event.target.checked;
                })
              }
            />{' '}
            {words.required}
          </label>
          <button
            className="opt"
            aria-label={words.removeQuestion(i + 1)}
            onClick={() => edit((c) => void c.questions.splice(i, 1))}
          >
            {words.remove}
          </button>
        </div>
      ))}
      {questions.length < 10 && (
        <button
          className="opt"
          onClick={() => edit((c) => void c.questions.push({ id: newId('q'), text: '', required: false }))}
        >
          {words.addQuestion}
        </button>
      )}
    </section>
  );
}
