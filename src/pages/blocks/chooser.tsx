import type { BlockOf } from '#core/pages';
import { usePageView } from '../view';
import { BlockTitle } from './BlockTitle';

/** Every price with a button of its own: choosing one leads to the checkout with it chosen. */
export function PriceChooser({ block }: { block: BlockOf<'chooser'> }) {
  const view = usePageView();
  const offer = view.offerOf(block);
  const prices = offer?.prices ?? [];
  return (
    <section className="my-10" aria-label={block.title}>
      <BlockTitle block={block} label="Title of the price chooser" />
      <ul className="mt-3 grid gap-4 @lg:grid-cols-2">
        {prices.map((price) => (
          <li key={price.id} className="flex flex-col border border-line bg-paper-2 px-5 py-4">
            {price.name !== '' && <h3 dir="auto">{price.name}</h3>}
            <p className="mt-1">
              {price.usual !== null && (
                <s className="me-2 text-ink-3">
                  <span className="sr-only">{view.words.usualPrice}</span>
                  {price.usual}
                </s>
              )}
              <b className="font-head text-2xl font-semibold text-money">{price.amount}</b>
            </p>
            <p className="mt-1 flex-1 text-ink-2">{price.statement}</p>
            {price.notice !== null && <p className="font-semibold">{price.notice}</p>}
            <a
              className="btn btn-primary btn-touch mt-3"
              href={view.edit ? undefined : `${view.leadsTo(block)}?price=${price.id}`}
            >
              {block.button.trim() || view.words.choose}
              <span className="sr-only">: {price.name || offer?.title}</span>
            </a>
          </li>
        ))}
      </ul>
      {prices.length === 0 && (
        <p className="mt-2 text-ink-2">Here stand the prices of the offer, as soon as there are some.</p>
      )}
    </section>
  );
}
