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
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.entrances;

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
      <h3>{say.specialLinks}</h3>
      {entrances.length === 0 && <p className="cap mt-1">{say.samePathSomePeople}</p>}
      {entrances.map((entrance, i) => (
        <EntranceWords
          key={entrance.id}
          draft={draft}
          path={path}
          entrance={entrance}
          brought={broughtBy(figures, entrance)}
          name={entrance.note || entrance.word || say.entranceAt(i + 1)}
          onChange={(part) => edit((all) => all.map((e) => (e.id === entrance.id ? { ...e, ...part } : e)))}
          onRemove={() => edit((all) => all.filter((e) => e.id !== entrance.id))}
        />
      ))}
      <p className="mt-2">
        <button className="opt" onClick={() => edit((all) => [...all, freshEntrance(draft, path)])}>
          {say.addSpecialLink}
        </button>
      </p>
      {prices.length > 1 && (
        <p className="mt-2">
          {say.onlyShownThroughSpecial}{' '}
          <Ticks
            label={say.onlyShownThroughSpecial2}
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
  const problem = addressProblem(entrance.word, []) ?? (twice ? say.anotherSpecialLinkAlready : null);
  function rename(text: string): void {
    const word = text.toLowerCase().replace(/\s+/g, '-').slice(0, 80);
    // What people hold in their hands goes on leading here.
    const former = new Set(liveOne ? [...liveOne.formerWords, liveOne.word] : entrance.formerWords);
    former.delete(word);
    onChange({ word, formerWords: [...former] });
  }
  const unused: [string, Partial<Entrance>][] = [
    ...(entrance.from === null ? [[say.aStart, { from: '' }] as [string, Partial<Entrance>]] : []),
    ...(entrance.until === null ? [[say.anEnd, { until: '' }] as [string, Partial<Entrance>]] : []),
    ...(entrance.coupon === '' && coupons[0]
      ? [[say.aCoupon, { coupon: coupons[0].code }] as [string, Partial<Entrance>]]
      : []),
  ];
  const today = dateIn(useNow(), draft.content.shop.zone);
  return (
    <div className="mt-2 border-t border-line pt-2" role="group" aria-label={say.specialLink(name)}>
      <p>
        {say.visitorsWhoComeThrough(path.address)}
        <TextFill
          label={say.wordItsAddress(name)}
          value={entrance.word}
          most={80}
          invalid={problem !== null}
          onChange={rename}
        />{' '}
        {say.see}{' '}
        <ChoiceFill
          label={say.pricesShown(name)}
          value={entrance.prices === null ? 'all' : 'own'}
          choices={[
            ['all', say.samePricesAsEverybody],
            ['own', say.itsOwnPrices],
          ]}
          onChange={(what) => onChange({ prices: what === 'all' ? null : [...(path.setAside ?? [])] })}
        />
        {entrance.prices !== null && (
          <>
            :{' '}
            <Ticks
              label={say.itsPrices(name)}
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
            where={say.throughLink}
            onMade={() => undefined}
          />
        )}{' '}
        {say.privateName}{' '}
        <TextFill
          label={say.privateName2(name)}
          placeholder={say.sameAsItsWord}
          most={200}
          value={entrance.note}
          onChange={(note) => onChange({ note })}
        />
        {say.buyersWhoUseLabelled}{' '}
        <TextFill
          label={say.labelItsBuyers(name)}
          placeholder={say.nothing}
          most={80}
          value={entrance.label}
          onChange={(label) => onChange({ label })}
        />{' '}
        {say.inLists}
      </p>
      {problem !== null && <p className="wrong">{problem}</p>}
      {entrance.from !== null && (
        <OptionLine name={say.itsFirstDay(name)} onRemove={() => onChange({ from: null })}>
          {say.openFromStart}{' '}
          <DayFill
            label={say.firstDay(name)}
            value={entrance.from}
            onChange={(from) => onChange({ from: from || today })}
          />
        </OptionLine>
      )}
      {entrance.until !== null && (
        <OptionLine name={say.itsLastDay(name)} onRemove={() => onChange({ until: null })}>
          {say.untilEnd}{' '}
          <DayFill
            label={say.lastDay(name)}
            value={entrance.until}
            onChange={(until) => onChange({ until: until || today })}
          />
        </OptionLine>
      )}
      {entrance.coupon !== '' && (
        <OptionLine name={say.itsCoupon(name)} onRemove={() => onChange({ coupon: '' })}>
          {say.withTheCoupon}{' '}
          <ChoiceFill
            label={say.coupon(name)}
            value={entrance.coupon}
            choices={[
              ...(coupons.some((c) => c.code === entrance.coupon)
                ? []
                : [[entrance.coupon, say.deleted(entrance.coupon)] as const]),
              ...coupons.map((c) => [c.code, c.code] as const),
            ]}
            onChange={(coupon) => onChange({ coupon })}
          />{' '}
          {say.filledIn}
        </OptionLine>
      )}
      <p className="cap flex flex-wrap gap-x-3">
        {unused.length > 0 && <span>{say.add}</span>}
        {unused.map(([what, part]) => (
          <button
            key={what}
            className="opt"
            aria-label={say.add2(name, what)}
            onClick={() =>
              onChange('coupon' in part ? part : { ...('from' in part ? { from: today } : { until: today }) })
            }
          >
            {what}
          </button>
        ))}
        <button className="opt" aria-label={say.removeSpecialLink(name)} onClick={onRemove}>
          {say.remove}
        </button>
      </p>
      {brought && (brought.came > 0 || brought.bought > 0) && (
        <p className="mt-1">
          {say.visitors(brought.came.toLocaleString('en'))}{' '}
          <Link className="underline" to={ordersLink({ way: entrance.id, days: brought.days })}>
            {say.bought(brought.bought.toLocaleString('en'))}
          </Link>
          {say.dayPurchase(formatAmount(brought.money, currency, locale))}
        </p>
      )}
      <EntranceLinks path={path} entrance={entrance} name={name} isLive={liveOne !== undefined} />
    </div>
  );
}
