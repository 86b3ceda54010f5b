import { Link } from 'react-router';
import { type OrderRow, visitStory } from '#core/mirror';
import { formatAmount } from '#core/money';
import { stepOf } from '#core/paths';
import type { Draft } from '../data/draft';
import { stepName } from '../sell/path/stepInWords';
import { wayOf } from './cameBy';
import { deliverWords } from '#say/deliver';
const words = deliverWords.visitStory;

/** How much later, as people say it: "12 seconds later". */
function laterInWords(seconds: number): string {
  if (seconds < 120) return seconds === 1 ? words.secondLater : `${seconds} seconds later`;
  const minutes = Math.round(seconds / 60);
  return minutes < 120 ? words.minutesLater(minutes) : words.hoursLater(Math.round(minutes / 60));
}

const DID = { bought: 'bought', took: 'took', declined: 'declined' } as const;

/** A visit as one story: how it came, what it bought, what it took and declined after payment, and what each opened. */
export function VisitStory({ draft, order, short = false }: { draft: Draft; order: OrderRow; short?: boolean }) {
  const { paths, products, shop } = draft.content;
  const path = paths.find((p) => p.id === order.came.path);
  const way = wayOf(order, { lineId: order.lines[0]?.lineId ?? '' }, paths);
  const moments = visitStory(order);
  const answers = moments.slice(1);
  const money = (amount: number): string => (amount === 0 ? 'free' : formatAmount(amount, order.currency, shop.locale));
  const stepTitle = (id: string | null): string => {
    const step = path && id !== null ? stepOf(path, id) : undefined;
    return step ? stepName(draft.content, step) : words.anOffer;
  };
  if (short) {
    if (answers.length === 0) return null;
    return (
      <span className="block text-ink-3">
        {answers
          .map(
            ({ what, step, titles, after }) =>
              `${laterInWords(after ?? 0)} ${DID[what]} ${what === 'took' ? titles.join(', ') : stepTitle(step)}`,
          )
          .join(' · ')}
      </span>
    );
  }
  return (
    <>
      {path && (
        <p className="mt-1 text-ink-2">
          {words.visited}{' '}
          <Link className="underline" to={`/sell/${path.id}`} dir="auto">
            {way.path}
          </Link>
          {way.entrance !== '' && words.specialLink(way.entrance)}
          {way.label !== '' && ` (${way.label})`}.
        </p>
      )}
      {answers.length > 0 && (
        <ol className="mt-2 border-l-4 border-ink pl-3">
          {moments.map(({ what, step, after, titles, paid, opened }, i) => (
            <li key={i} className="py-0.5">
              {after === null ? words.bought : `${laterInWords(after)} ${DID[what]}`}{' '}
              <b className="font-semibold" dir="auto">
                {what === 'declined' ? stepTitle(step) : titles.join(', ')}
              </b>
              {what !== 'declined' && (
                <>
                  , <span className="text-money">{money(paid)}</span>
                  {opened.length > 0 && (
                    <span className="text-ink-2">
                      {words.whichOpens(
                        opened
                          .map((id) => products.find((p) => p.id === id)?.title ?? words.archivedProduct)
                          .join(', '),
                      )}
                    </span>
                  )}
                </>
              )}
            </li>
          ))}
        </ol>
      )}
    </>
  );
}
