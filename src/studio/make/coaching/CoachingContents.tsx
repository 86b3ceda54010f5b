import { weekdayName } from '#core/booking';
import type { Coaching } from '#core/catalogue';
import { newId } from '../../data/ids';
import type { Draft } from '../../data/draft';
import { ChoiceFill, CountFill, DayFill } from '../../price/Fill';
import { changeCoaching } from './changeCoaching';
import { SpanFills } from './SpanFills';

const GRIDS = [
  ['15', 'quarter of an hour'],
  ['30', 'half hour'],
  ['60', 'hour'],
] as const;

/** How many sessions, in which hours, and how they are booked: sentences, and a row a weekday. */
export function CoachingContents({ product, draft }: { product: Coaching; draft: Draft }) {
  const edit = (recipe: (coaching: Coaching) => void): void => void changeCoaching(product.id, recipe);
  const { hours } = product;
  const { zone } = draft.content.shop;
  return (
    <>
      <section className="sec mt-4">
        <h3 className="mb-1">Sessions</h3>
        <p className="sentence">
          Its buyer has{' '}
          <CountFill
            label="How many sessions"
            value={product.sessions}
            from={1}
            to={200}
            onChange={(n) => edit((c) => (c.sessions = n))}
          />{' '}
          {product.sessions === 1 ? 'session' : 'sessions'} of{' '}
          <CountFill
            label="Minutes of a session"
            value={product.minutes}
            from={5}
            to={600}
            onChange={(n) => edit((c) => (c.minutes = n))}
          />{' '}
          minutes,{' '}
          <ChoiceFill
            label="How often sessions are given"
            value={product.each}
            choices={[
              ['once', 'in all'],
              ['period', 'each paid period of a subscription'],
            ]}
            onChange={(each) => edit((c) => (c.each = each))}
          />
          . It takes place{' '}
          <input
            className="fill min-w-64"
            aria-label="Where it takes place"
            placeholder="by video: https://…, or an address"
            dir="auto"
            value={product.place}
            onChange={(event) => edit((c) => (c.place = event.target.value.slice(0, 500)))}
          />
          , which only whoever has booked reads.
        </p>
        {product.each === 'period' && (
          <p className="cap mt-1">
            With each payment new ones come; of those left over, at most as many as one period gives are kept. Sold once
            or in parts, they come once.
          </p>
        )}
      </section>
      <section className="sec">
        <h3 className="mb-1">Open hours</h3>
        <p className="cap mb-2">On the clock of {zone.replaceAll('_', ' ')}. Each buyer also reads them on theirs.</p>
        <ul aria-label="Open hours of a week">
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
                    aria-label={`Monday to Friday alike, as on ${name}`}
                    onClick={() =>
                      edit((c) => {
                        const same = c.hours.week[day] ?? [];
                        for (const at of [0, 1, 2, 3, 4]) c.hours.week[at] = same.map((span) => ({ ...span }));
                      })
                    }
                  >
                    Monday to Friday alike
                  </button>
                )}
              </li>
            );
          })}
        </ul>
        <Exceptions product={product} edit={edit} />
      </section>
      <section className="sec">
        <h3 className="mb-1">Booking</h3>
        <p className="sentence">
          A session begins every{' '}
          <ChoiceFill
            label="Every how many minutes a session may begin"
            value={String(product.grid)}
            choices={GRIDS}
            onChange={(grid) => edit((c) => (c.grid = Number(grid) as Coaching['grid']))}
          />
          , is booked at least{' '}
          <CountFill
            label="Hours of notice"
            value={product.noticeHours}
            from={0}
            to={720}
            onChange={(n) => edit((c) => (c.noticeHours = n))}
          />{' '}
          hours and at most{' '}
          <CountFill
            label="Days ahead"
            value={product.aheadDays}
            from={1}
            to={365}
            onChange={(n) => edit((c) => (c.aheadDays = n))}
          />{' '}
          days ahead, and keeps{' '}
          <CountFill
            label="Minutes free before"
            value={product.bufferBefore}
            from={0}
            to={240}
            onChange={(n) => edit((c) => (c.bufferBefore = n))}
          />{' '}
          minutes free before it and{' '}
          <CountFill
            label="Minutes free after"
            value={product.bufferAfter}
            from={0}
            to={240}
            onChange={(n) => edit((c) => (c.bufferAfter = n))}
          />{' '}
          after. On one day you hold{' '}
          <ChoiceFill
            label="Whether a day has a most"
            value={product.mostPerDay === null ? 'any' : 'most'}
            choices={[
              ['any', 'as many as there is room for'],
              ['most', 'at most'],
            ]}
            onChange={(which) => edit((c) => (c.mostPerDay = which === 'any' ? null : 4))}
          />
          {product.mostPerDay !== null && (
            <>
              {' '}
              <CountFill
                label="Most sessions a day"
                value={product.mostPerDay}
                from={1}
                to={50}
                onChange={(n) => edit((c) => (c.mostPerDay = n))}
              />{' '}
              sessions, of whatever kind
            </>
          )}
          .
        </p>
        <p className="cap mt-1">
          Until the notice, a member moves it or calls it off and keeps it. After that it counts, unless you say
          otherwise.
          {product.noticeHours === 0 && ' Without notice, that is until it begins.'}
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
      <ul aria-label="Days on which it is otherwise">
        {hours.exceptions.map(({ date, spans }, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1.5">
            <span>
              On{' '}
              <DayFill
                label={`Other hours, day ${i + 1}`}
                value={date}
                onChange={(day) => {
                  if (!/^[12]\d{3}-\d\d-\d\d$/.test(day)) return;
                  edit((c) => {
                    const one = c.hours.exceptions[i];
                    if (one) one.date = day;
                  });
                }}
              />{' '}
              {spans.length === 0 ? 'closed' : 'open'}
            </span>
            <span className="flex-1">
              <SpanFills
                spans={spans}
                of={`day ${i + 1}`}
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
              aria-label={`As usual again on ${date}`}
              onClick={() => edit((c) => void c.hours.exceptions.splice(i, 1))}
            >
              As usual again
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
          A day with other hours, or closed
        </button>
      </p>
    </>
  );
}

/** What is asked of whoever books. */
function Questions({ product: { questions }, edit }: Parts) {
  return (
    <section className="sec">
      <h3 className="mb-1">Asked at booking</h3>
      {questions.map(({ id, text, required }, i) => (
        <div key={id} className="flex flex-wrap items-baseline gap-3">
          <input
            className="bare flex-1"
            aria-label={`Question ${i + 1}`}
            placeholder="What would you like to talk about?"
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
            must be answered
          </label>
          <button
            className="opt"
            aria-label={`Remove question ${i + 1}`}
            onClick={() => edit((c) => void c.questions.splice(i, 1))}
          >
            Remove
          </button>
        </div>
      ))}
      {questions.length < 10 && (
        <button
          className="opt"
          onClick={() => edit((c) => void c.questions.push({ id: newId('q'), text: '', required: false }))}
        >
          Ask something
        </button>
      )}
    </section>
  );
}
