import { bitesNothing, type Countdown, isNeeded, type Path } from '#core/paths';
import { wallClockOf } from '#core/calendar';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { useNow } from '../../data/useNow';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { mainPrices, stepName } from './stepInWords';
import { TargetFill } from './TargetFill';
import { Ticks } from './Ticks';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.countdowns;

type Then = Countdown['then'];

/** Time that runs out on a path: each a sentence of when, and what happens then. */
export function Countdowns({ draft, path }: { draft: Draft; path: Path }) {
  const countdowns = path.countdowns ?? [];
  const now = useNow();
  const { zone } = draft.content.shop;
  const edit = (recipe: (all: Countdown[]) => Countdown[]): void =>
    void change('path', path.id, (p) => {
      p.countdowns = recipe(p.countdowns ?? []);
    });
  return (
    <section className="sec">
      <h3>{say.countdowns}</h3>
      {countdowns.length === 0 && <p className="cap mt-1">{say.pricesChangePathCloses}</p>}
      {countdowns.map((countdown, i) => (
        <CountdownWords
          key={countdown.id}
          draft={draft}
          path={path}
          countdown={countdown}
          name={say.countdown(i + 1)}
          onChange={(part) => edit((all) => all.map((c) => (c.id === countdown.id ? { ...c, ...part } : c)))}
          onRemove={() => edit((all) => all.filter((c) => c.id !== countdown.id))}
        />
      ))}
      <p className="mt-2">
        <button
          className="opt"
          onClick={() =>
            edit((all) => [
              ...all,
              {
                id: newId('cd'),
                until: { to: 'moment', at: `${wallClockOf(now, zone).slice(0, 10)}T20:00` },
                then: { does: 'prices', go: [], come: [] },
              },
            ])
          }
        >
          {say.addCountdown}
        </button>
      </p>
      {countdowns.some((c) => c.until.to === 'hours') && <p className="cap">{say.clearingCookiesRestartsCountdown}</p>}
    </section>
  );
}

function CountdownWords({
  draft,
  path,
  countdown,
  name,
  onChange,
  onRemove,
}: {
  draft: Draft;
  path: Path;
  countdown: Countdown;
  name: string;
  onChange: (part: Partial<Countdown>) => void;
  onRemove: () => void;
}) {
  const { until, then } = countdown;
  const now = useNow();
  const { content } = draft;
  const today = wallClockOf(now, content.shop.zone).slice(0, 10);
  return (
    <div className="mt-2 border-t border-line pt-2" role="group" aria-label={name}>
      <p>
        <ChoiceFill
          label={say.howRuns(name)}
          value={until.to}
          choices={[
            ['moment', say.forEverybodyAt],
            ['hours', say.eachVisitor],
          ]}
          onChange={(to) =>
            onChange({ until: to === 'moment' ? { to, at: `${today}T20:00` } : { to: 'hours', hours: 48 } })
          }
        />{' '}
        {until.to === 'moment' ? (
          <input
            className="fill"
            type="datetime-local"
            aria-label={say.moment(name)}
            value={until.at}
            onChange={(event) => {
              if (event.target.value !== '') onChange({ until: { to: 'moment', at: event.target.value.slice(0, 16) } });
            }}
          />
        ) : (
          <>
            <CountFill
              label={say.hours(name)}
              value={until.hours}
              from={1}
              to={2_160}
              onChange={(hours) => onChange({ until: { to: 'hours', hours } })}
            />{' '}
            {say.hoursAfterTheirFirst}
          </>
        )}
        ,{' '}
        <ChoiceFill
          label={say.whatHappensThen(name)}
          value={then.does}
          choices={[
            ['prices', say.pricesChange],
            ['closes', say.pathCloses],
            ...(canLeaveOut(path) ? [['leaves-out', say.stepSkipped] as const] : []),
          ]}
          onChange={(does) => onChange({ then: freshThen(does, path) })}
        />
        <ThenWords draft={draft} path={path} then={then} name={name} onChange={(next) => onChange({ then: next })} />.
      </p>
      {bitesNothing(countdown) && <p className="wrong">{say.choosePricesUntilThen}</p>}
      <p className="cap">
        <button className="opt" aria-label={say.remove(name)} onClick={onRemove}>
          {say.remove2}
        </button>
      </p>
    </div>
  );
}

/** A step that a path can do without. */
const canLeaveOut = (path: Path) => path.steps.find((s) => !isNeeded(path, s) && s.id !== path.start);

function freshThen(does: Then['does'], path: Path): Then {
  if (does === 'prices') return { does, go: [], come: [] };
  if (does === 'leaves-out') return { does, step: canLeaveOut(path)?.id ?? '' };
  return { does, to: { kind: 'elsewhere', href: 'https://' } };
}

function ThenWords({
  draft,
  path,
  then,
  name,
  onChange,
}: {
  draft: Draft;
  path: Path;
  then: Then;
  name: string;
  onChange: (then: Then) => void;
}) {
  const { content } = draft;
  const prices = mainPrices(content, path);
  if (then.does === 'prices')
    return (
      <>
        :
        <span className="mt-1 block">
          {say.pricesUntilThen}{' '}
          <Ticks
            label={say.pricesUntilThen2(name)}
            all={prices}
            chosen={then.go}
            onChange={(go) => onChange({ ...then, go })}
          />
        </span>
        <span className="mt-1 block">
          {say.pricesFromThen}{' '}
          <Ticks
            label={say.pricesFromThen2(name)}
            all={prices}
            chosen={then.come}
            onChange={(come) => onChange({ ...then, come })}
          />
        </span>
      </>
    );
  if (then.does === 'leaves-out') {
    const steps = path.steps.filter((s) => !isNeeded(path, s) && s.id !== path.start);
    return (
      <>
        :{' '}
        <ChoiceFill
          label={say.whichStep(name)}
          value={then.step}
          choices={[
            ...(steps.some((s) => s.id === then.step) ? [] : [[then.step, say.chooseStep] as const]),
            ...steps.map((s) => [s.id, stepName(content, s)] as const),
          ]}
          onChange={(step) => onChange({ ...then, step })}
        />
      </>
    );
  }
  return (
    <>
      {' '}
      {say.andLeadsTo}{' '}
      <TargetFill
        content={content}
        path={path}
        label={say.whereThen(name)}
        value={then.to}
        onChange={(to) => to && onChange({ ...then, to })}
      />
    </>
  );
}
