import type { BlockOf } from '#core/pages';
import { Words } from '../Words';
import { usePageView } from '../view';
import { BlockTitle } from './BlockTitle';
import { fieldEditor } from './editing';
import { OnwardButton } from './OnwardButton';

/** The offer: its prices as they are now, and the button that leads to the checkout step. Nothing here can be typed as a price. */
export function OfferBlock({ block }: { block: BlockOf<'offer'> }) {
  const view = usePageView();
  return (
    <section className="offer-block my-10" aria-label={block.title}>
      <BlockTitle block={block} label="Title of the offer" />
      <ul className="mt-2">
        {view.offerOf(block)?.prices.map((price) => (
          <li key={price.id} className="border-t border-line py-3 first:border-t-0">
            <p className="flex flex-wrap items-baseline gap-x-3">
              {price.name !== '' && (
                <span className="min-w-24" dir="auto">
                  {price.name}
                </span>
              )}
              {price.usual !== null && (
                <s className="text-ink-3">
                  <span className="sr-only">{view.words.usualPrice}</span>
                  {price.usual}
                </s>
              )}
              <b className="font-head text-2xl font-semibold text-money">{price.amount}</b>
            </p>
            <p className="text-ink-2">{price.statement}</p>
            {price.notice !== null && <p className="font-semibold">{price.notice}</p>}
          </li>
        ))}
      </ul>
      <OnwardButton block={block} otherwise={view.words.getNow} />
      <Words
        as="p"
        className="cap mt-2"
        label="Note under the button"
        placeholder="A note under the button, if you like"
        value={block.note}
        onChange={fieldEditor(view, block, (b, v) => {
          b.note = v.slice(0, 300);
        })}
      />
    </section>
  );
}
