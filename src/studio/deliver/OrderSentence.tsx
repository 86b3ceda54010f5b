import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { dateIn, formatDay } from '#core/calendar';
import { entrancesOf } from '#core/paths';
import type { Draft } from '../data/draft';
import { newId } from '../data/ids';
import { useNow } from '../data/useNow';
import { saveList, useSavedLists } from '../data/savedLists';
import { ChoiceFill } from '../price/Fill';
import { stepName } from '../sell/path/stepInWords';
import { isFiltered, type OrderQuery, ordersLink, writeQuery } from '../data/queries/orderQuery';
import { deliverWords } from '#say/deliver';
const say = deliverWords.orderSentence;

const GROUPS = [
  ['', say.anyKind],
  ['paid', say.paidNotRefunded],
  ['back', say.refundedFullPart],
  ['disputed', say.disputed],
] as const;
const SORTS = [
  ['newest', say.newestFirst],
  ['oldest', say.oldestFirst],
] as const;
/** Typing settles before a new list is asked for. */
const SETTLE_MS = 150;

/** A list asked for in a sentence; each underlined part is a choice. */
export function OrderSentence({ draft, query }: { draft: Draft; query: OrderQuery }) {
  const navigate = useNavigate();
  const now = useNow();
  const { zone, locale } = draft.content.shop;
  const go = (change: Partial<OrderQuery>): void =>
    void navigate(ordersLink({ ...query, ...change }), { replace: true });
  const [typed, setTyped] = useState(query.text);
  useEffect(() => setTyped(query.text), [query.text]);
  useEffect(() => {
    if (typed === query.text) return;
    const timer = setTimeout(() => go({ text: typed }), SETTLE_MS);
    return () => clearTimeout(timer);
  }); // the latest typing counts, whatever else changed
  const days = dayChoices(dateIn(now, zone), query.days, locale);
  const offers = [
    ['', say.anyOffer] as const,
    ...draft.content.offers.map((o) => [o.id, o.title || say.untitled] as const),
  ];
  const ways = wayChoices(draft.content, query.way);
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-6">
      <h1 className="sr-only">{say.orders}</h1>
      <p className="sentence">
        {say.orders}{' '}
        <ChoiceFill label={say.whichOrders} value={query.group} choices={GROUPS} onChange={(group) => go({ group })} />{' '}
        {say.in}{' '}
        <ChoiceFill label={say.when} value={query.days} choices={days} onChange={(chosen) => go({ days: chosen })} />{' '}
        {say.for}{' '}
        <ChoiceFill
          label={say.whichOffer}
          value={query.offerId}
          choices={offers}
          onChange={(offerId) => go({ offerId })}
        />{' '}
        {say.on} <ChoiceFill label={say.whichPath} value={query.way} choices={ways} onChange={(way) => go({ way })} />{' '}
        {say.with}{' '}
        <input
          className="fill"
          aria-label={say.searchTheseOrders}
          placeholder={say.anyNameAddressNumber}
          value={typed}
          onChange={(event) => setTyped(event.target.value.slice(0, 200))}
        />
        , <ChoiceFill label={say.whichOrder} value={query.sort} choices={SORTS} onChange={(sort) => go({ sort })} />.
      </p>
      {isFiltered(query) && <SaveList query={query} />}
    </div>
  );
}

/** Any path, each path, each entrance, and whatever step a figure asked for. */
function wayChoices(content: Draft['content'], present: string): (readonly [string, string])[] {
  const choices = content.paths.flatMap((path) => [
    [path.id, path.note || path.title || say.untitledPath] as const,
    ...entrancesOf(path).map((e) => [e.id, say.through(path.title, e.note || e.word)] as const),
    ...path.steps
      .filter((step) => step.id === present)
      .map((step) => [step.id, say.at(path.title, stepName(content, step))] as const),
  ]);
  const all = [['', say.anyPath] as const, ...choices];
  return all.some(([value]) => value === present) ? all : [...all, [present, say.deletedPath]];
}

/** Any time, this year, the last twelve months one by one, and whatever days a figure asked for. */
function dayChoices(today: string, present: string, locale: string): (readonly [string, string])[] {
  const year = Number(today.slice(0, 4));
  const month = Number(today.slice(5, 7));
  const months = Array.from({ length: 12 }, (_, i) => {
    const at = year * 12 + (month - 1) - i;
    return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
  });
  const choices: (readonly [string, string])[] = [
    ['', say.anyTime],
    [today, 'today'],
    [String(year), String(year)],
    [String(year - 1), String(year - 1)],
    ...months.map((m) => [m, daysInWords(m, locale)] as const),
  ];
  return choices.some(([value]) => value === present) ? choices : [...choices, [present, daysInWords(present, locale)]];
}

export function daysInWords(days: string, locale: string): string {
  const [from = '', to] = days.split('..');
  const day = (date: string): string => formatDay(`${date}T12:00:00.000Z`, 'UTC', locale);
  if (to !== undefined) return say.fromTo(day(from), day(to));
  if (from.length === 10) return day(from);
  if (from.length === 7) return day(`${from}-01`).replace(/^1 /, '');
  return from;
}

function SaveList({ query }: { query: OrderQuery }) {
  const [naming, setNaming] = useState<string | null>(null);
  const { search } = useLocation();
  const saved = useSavedLists().find((l) => l.query === writeQuery(query));
  if (saved) return <span className="cap">{say.savedAs(saved.name)}</span>;
  if (naming === null)
    return (
      <button className="opt" onClick={() => setNaming('')}>
        {say.saveList}
      </button>
    );
  return (
    <form
      className="flex items-baseline gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (naming.trim() !== '')
          void saveList({
            id: newId('list'),
            name: naming.trim().slice(0, 60),
            query: writeQuery(query) || search,
          }).then(() => setNaming(null));
      }}
    >
      <input
        className="fill"
        autoFocus
        aria-label={say.nameList}
        placeholder={say.nameList2}
        value={naming}
        onChange={(event) => setNaming(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setNaming(null);
        }}
      />
      <button className="opt">{say.save}</button>
    </form>
  );
}
