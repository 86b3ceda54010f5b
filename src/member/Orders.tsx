import type { SignedIn } from './api';
import { useMemberWords } from './memberWords';

/** What I paid, with the papers. */
export function Orders({ orders }: { orders: SignedIn['orders'] }) {
  const words = useMemberWords();
  if (orders.length === 0) return null;
  return (
    <section className="mt-8">
      <h2>{words.whatYouPaid}</h2>
      <ul className="mt-2">
        {orders.map((order) => (
          <li key={order.number} className="border-t border-line py-3">
            <div className="flex items-baseline justify-between gap-4">
              <span className="min-w-0" dir="auto">
                {order.what}
              </span>
              <b className="text-money">{order.paid}</b>
            </div>
            <p className="text-ink-2">
              {order.day}, {words.order(order.number)}
              {order.status === '' ? '' : `, ${order.status}`}
            </p>
            <p className="flex flex-wrap gap-x-5">
              {order.papers.map((paper) => (
                <a
                  key={paper.href}
                  className="plain-link inline-flex min-h-11 items-center"
                  href={paper.href}
                  target="_blank"
                  rel="noopener"
                >
                  {words.pdf(paper.name)}
                </a>
              ))}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
