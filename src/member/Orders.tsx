import type { Me } from './api';

/** What I paid, with the papers. */
export function Orders({ orders }: { orders: Me['orders'] }) {
  if (orders.length === 0) return null;
  return (
    <section className="mt-8">
      <h2>What you paid</h2>
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
              {order.day}, order {order.number}
              {order.status === 'paid' ? '' : `, ${order.status}`}
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
                  {paper.name} (PDF)
                </a>
              ))}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
