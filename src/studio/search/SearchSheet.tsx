import { useLiveQuery } from 'dexie-react-hooks';
import { useDeferredValue, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { formatDay } from '#core/calendar';
import { productKindOf } from '#core/catalogue';
import { formatAmount } from '#core/money';
import { calledBySeller } from '#core/people';
import { askLists } from '../data/lists';
import { searchRecorded } from '../data/queries/people';
import type { Draft } from '../data/draft';
import { Panes } from '../frame/Panes';
import { searchWords } from '#say/search';
const say = searchWords.searchSheet;

interface Found {
  to: string;
  what: string;
  title: string;
  more: string;
}

const MOST = 12;

/** Search over everything: what is made and sold, orders, people. An address or an order number finds its own first. */
export default function SearchSheet({ draft }: { draft: Draft }) {
  const [typed, setTyped] = useState('');
  const wanted = useDeferredValue(typed).trim().toLowerCase();
  useEffect(() => void askLists().warm(), []);
  const { content } = draft;
  const { zone, locale } = content.shop;
  const things: Found[] = [
    ...content.products.map((p) => ({ to: `/make/${p.id}`, what: say.product, title: p.title, more: p.promise })),
    ...content.offers.map((o) => ({ to: `/price/${o.id}`, what: say.offer, title: o.title, more: '' })),
    ...content.paths.map((p) => ({ to: `/sell/${p.id}`, what: say.path, title: p.title, more: `/${p.address}` })),
  ].filter((t) => `${t.title} ${t.more}`.toLowerCase().includes(wanted));
  // By their own titles alone: whoever looks for a course does not want all of its lessons.
  const parts: Found[] = content.products.flatMap((p) =>
    productKindOf(p)
      .named(p)
      .filter(({ title }) => title.toLowerCase().includes(wanted))
      .map(({ id, title, what }) => ({ to: `/make/${p.id}/${id}`, what, title, more: p.title })),
  );
  const recorded = useLiveQuery(async (): Promise<{ people: Found[]; orders: Found[]; exact: boolean }> => {
    if (wanted === '') return { people: [], orders: [], exact: false };
    const { people, orders, exact } = await searchRecorded(wanted, MOST);
    return {
      people: people.map((p) => ({
        to: `/deliver/people/${p.id}`,
        what: say.person,
        title: calledBySeller(p) || p.address,
        more: p.address,
      })),
      orders: orders.map((o) => ({
        to: `/deliver/orders/${o.id}`,
        what: say.order,
        title: `${o.number}, ${o.title}`,
        more: `${formatDay(o.at, zone, locale)}, ${o.paid === 0 ? 'free' : formatAmount(o.paid, o.currency, locale)}`,
      })),
      exact: exact,
    };
  }, [wanted, zone, locale]);
  const found =
    wanted === '' || !recorded
      ? []
      : recorded.exact
        ? [...recorded.people, ...recorded.orders, ...things, ...parts]
        : [...things, ...parts, ...recorded.people, ...recorded.orders];
  return (
    <Panes
      draft={draft}
      sheet={
        <>
          <h1>
            <label htmlFor="search">{say.searchEverything}</label>
          </h1>
          <input
            id="search"
            className="bare lead mt-2 w-full"
            type="search"
            autoFocus
            autoComplete="off"
            placeholder={say.titleNameEmailAddress}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          {wanted !== '' && recorded && found.length === 0 && (
            <p className="lead mt-4">{say.nothingContains(typed.trim())}</p>
          )}
          <ul className="mt-4">
            {found.slice(0, 40).map((f) => (
              <li key={f.to} className="border-t border-line">
                <Link to={f.to} className="flex flex-wrap items-baseline gap-x-4 py-2 no-underline hover:bg-paper-2">
                  <span className="cap w-16">{f.what}</span>
                  <b className="font-semibold underline" dir="auto">
                    {f.title || say.untitled}
                  </b>
                  <span className="text-ink-2" dir="auto">
                    {f.more}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </>
      }
      outcome={<p className="text-ink-2">{say.enterEmailAddressOrder}</p>}
    />
  );
}
