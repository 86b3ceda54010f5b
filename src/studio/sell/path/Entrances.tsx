import { Link } from 'react-router';
import { dateIn } from '#core/calendar';
import { addressProblem, type Entrance, entrancesOf, type Path, freeWord, newEntrance } from '#core/paths';
import type { EntranceId, OfferId, PriceId } from '#core/ids';
import { formatAmount } from '#core/money';
import type { PathFigures } from '../../../wire';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { ordersLink } from '../../data/queries/orderQuery';
import { useNow } from '../../data/useNow';
import { ChoiceFill, DayFill, OptionLine, TextFill } from '../../price/Fill';
import { freshIn } from '../useMakePath';
import { ForFew } from './ForFew';
import { EntranceLinks } from './EntranceLinks';
import { mainPrices } from './stepInWords';
import { Ticks } from './Ticks';

/** The same path for some people: each entrance a sentence, with its links. */
export function Entrances({ draft, path, figures }: { draft: Draft; path: Path; figures: PathFigures | null }) {
  const entrances = entrancesOf(path);
  const prices = mainPrices(draft.content, path);
  const edit = (recipe: (all: Entrance[]) => Entrance[]): void =>
    void change('path', path.id, (p) => {
      p.entrances = recipe(p.entrances ?? []);
    });
  return (
    <section className="sec mt-4">
      <h3>Entrances</h3>
      {entrances.length === 0 && (
        <p className="cap mt-1">
          The same path for some people: a link of their own, with prices, days and a coupon that only it brings.
        </p>
      )}
      {entrances.map((entrance, i) => (
        <EntranceWords
          key={entrance.id}
          draft={draft}
          path={path}
          entrance={entrance}
          brought={broughtBy(figures, entrance)}
          name={entrance.note || entrance.word || `Entrance ${i + 1}`}
          onChange={(part) => edit((all) => all.map((e) => (e.id === entrance.id ? { ...e, ...part } : e)))}
          onRemove={() => edit((all) => all.filter((e) => e.id !== entrance.id))}
        />
      ))}
      <p className="mt-2">
        <button className="opt" onClick={() => edit((all) => [...all, freshEntrance(draft, path)])}>
          Add an entrance
        </button>
      </p>
      {prices.length > 1 && (
        <p className="mt-2">
          Only shown through entrances, or once a countdown brings them:{' '}
          <Ticks
            label="Only shown through entrances"
            all={prices}
            chosen={path.setAside ?? []}
            onChange={(setAside) => void change('path', path.id, (p) => void (p.setAside = setAside))}
          />
        </p>
      )}
    </section>
  );
}

/** One with a word that no other has. */
function freshEntrance({ content }: Draft, path: Path): Entrance {
  const words = new Set(entrancesOf(path).flatMap((e) => [e.word, ...e.formerWords]));
  const word = freeWord('friends', words);
  return newEntrance({ id: newId('in'), word, short: freshIn(content.paths).short() });
}

/** What an entrance brought, and in which days. */
type Brought = PathFigures['entrances'][number] & { days: string };

function broughtBy(figures: PathFigures | null, { id }: Entrance): Brought | null {
  const found = figures?.entrances.find((e) => e.entrance === id);
  return figures && found ? { ...found, days: `${figures.from}..${figures.to}` } : null;
}

interface Props {
  draft: Draft;
  path: Path;
  entrance: Entrance;
  /** What it brought, where that is known. */
  brought: Brought | null;
  name: string;
  onChange: (part: Partial<Entrance>) => void;
  onRemove: () => void;
}

/** The price that was made for a link, else the first that everybody sees. */
function priceForLink(
  { content }: Draft,
  path: Path,
  entrance: EntranceId,
): { offerId: OfferId; priceId: PriceId } | null {
  const offer = content.offers.find((o) => o.id === path.offerId);
  const made = offer?.prices.find(({ onlyAt }) => onlyAt?.at.kind === 'links' && onlyAt.at.links.includes(entrance));
  const price = made ?? offer?.prices.find(({ onlyAt }) => !onlyAt);
  return offer && price ? { offerId: offer.id, priceId: price.id } : null;
}

function EntranceWords({ draft, path, entrance, brought, name, onChange, onRemove }: Props) {
  const { coupons, offers, shop } = draft.content;
  const { locale } = shop;
  const currency = offers.find((o) => o.id === path.offerId)?.currency ?? shop.currency;
  const prices = mainPrices(draft.content, path);
  const firstPrice = priceForLink(draft, path, entrance.id);
  const live = draft.live?.content.paths.find((p) => p.id === path.id);
  const liveOne = live && entrancesOf(live).find((e) => e.id === entrance.id);
  const twice = entrancesOf(path).some((e) => e.id !== entrance.id && e.word === entrance.word);
  const problem = addressProblem(entrance.word, []) ?? (twice ? 'Another entrance has this word.' : null);
  function rename(text: string): void {
    const word = text.toLowerCase().replace(/\s+/g, '-').slice(0, 80);
    // What people hold in their hands goes on leading here.
    const former = new Set(liveOne ? [...liveOne.formerWords, liveOne.word] : entrance.formerWords);
    former.delete(word);
    onChange({ word, formerWords: [...former] });
  }
  const unused: [string, Partial<Entrance>][] = [
    ...(entrance.from === null ? [['a beginning', { from: '' }] as [string, Partial<Entrance>]] : []),
    ...(entrance.until === null ? [['an end', { until: '' }] as [string, Partial<Entrance>]] : []),
    ...(entrance.coupon === '' && coupons[0]
      ? [['a coupon', { coupon: coupons[0].code }] as [string, Partial<Entrance>]]
      : []),
  ];
  const today = dateIn(useNow(), draft.content.shop.zone);
  return (
    <div className="mt-2 border-t border-line pt-2" role="group" aria-label={`Entrance: ${name}`}>
      <p>
        Whoever comes through /{path.address}/in/
        <TextFill
          label={`${name}: word in its address`}
          value={entrance.word}
          most={80}
          invalid={problem !== null}
          onChange={rename}
        />{' '}
        sees{' '}
        <ChoiceFill
          label={`${name}: what is shown`}
          value={entrance.prices === null ? 'all' : 'own'}
          choices={[
            ['all', 'what everybody sees'],
            ['own', 'prices of its own'],
          ]}
          onChange={(what) => onChange({ prices: what === 'all' ? null : [...(path.setAside ?? [])] })}
        />
        {entrance.prices !== null && (
          <>
            :{' '}
            <Ticks
              label={`${name}: its prices`}
              all={prices}
              chosen={entrance.prices}
              onChange={(own) => onChange({ prices: own })}
            />
          </>
        )}
        .
        {firstPrice && (
          <ForFew
            draft={draft}
            price={firstPrice}
            at={{ kind: 'links', links: [entrance.id] }}
            where="through this link"
            onMade={() => undefined}
          />
        )}{' '}
        You call it{' '}
        <TextFill
          label={`${name}: your own note`}
          placeholder="by its word"
          most={200}
          value={entrance.note}
          onChange={(note) => onChange({ note })}
        />
        , and whoever buys through it{' '}
        <TextFill
          label={`${name}: what its buyers are called`}
          placeholder="nothing special"
          most={80}
          value={entrance.label}
          onChange={(label) => onChange({ label })}
        />{' '}
        in lists.
      </p>
      {problem !== null && <p className="wrong">{problem}</p>}
      {entrance.from !== null && (
        <OptionLine name={`${name}, its first day`} onRemove={() => onChange({ from: null })}>
          open from the beginning of{' '}
          <DayFill
            label={`${name}: first day`}
            value={entrance.from}
            onChange={(from) => onChange({ from: from || today })}
          />
        </OptionLine>
      )}
      {entrance.until !== null && (
        <OptionLine name={`${name}, its last day`} onRemove={() => onChange({ until: null })}>
          until the end of{' '}
          <DayFill
            label={`${name}: last day`}
            value={entrance.until}
            onChange={(until) => onChange({ until: until || today })}
          />
        </OptionLine>
      )}
      {entrance.coupon !== '' && (
        <OptionLine name={`${name}, its coupon`} onRemove={() => onChange({ coupon: '' })}>
          with the coupon{' '}
          <ChoiceFill
            label={`${name}: coupon`}
            value={entrance.coupon}
            choices={[
              ...(coupons.some((c) => c.code === entrance.coupon)
                ? []
                : [[entrance.coupon, `${entrance.coupon} (gone)`] as const]),
              ...coupons.map((c) => [c.code, c.code] as const),
            ]}
            onChange={(coupon) => onChange({ coupon })}
          />{' '}
          filled in
        </OptionLine>
      )}
      <p className="cap flex flex-wrap gap-x-3">
        {unused.length > 0 && <span>Add:</span>}
        {unused.map(([what, part]) => (
          <button
            key={what}
            className="opt"
            aria-label={`${name}: add ${what}`}
            onClick={() =>
              onChange('coupon' in part ? part : { ...('from' in part ? { from: today } : { until: today }) })
            }
          >
            {what}
          </button>
        ))}
        <button className="opt" aria-label={`Remove entrance ${name}`} onClick={onRemove}>
          Remove
        </button>
      </p>
      {brought && (brought.came > 0 || brought.bought > 0) && (
        <p className="mt-1">
          {brought.came.toLocaleString('en')} came through it,{' '}
          <Link className="underline" to={ordersLink({ way: entrance.id, days: brought.days })}>
            {brought.bought.toLocaleString('en')} bought
          </Link>
          , {formatAmount(brought.money, currency, locale)} on the day of buying.
        </p>
      )}
      <EntranceLinks path={path} entrance={entrance} name={name} isLive={liveOne !== undefined} />
    </div>
  );
}
