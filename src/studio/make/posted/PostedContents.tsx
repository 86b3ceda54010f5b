import type { Posted } from '#core/catalogue';
import { change } from '../../data/draft';
import { CountFill } from '../../price/Fill';
import { makePostedWords } from '#say/make/posted';
const say = makePostedWords.postedContents;

/** Within how many days it is sent; what sending costs stands with its price. */
export function PostedContents({ product }: { product: Posted }) {
  return (
    <section className="sec mt-4">
      <h3 className="mb-1">{say.delivery}</h3>
      <p className="sentence">
        {say.weSendWithin}{' '}
        <CountFill
          label={say.withinHowManyDays}
          value={product.withinDays}
          from={1}
          to={90}
          onChange={(days) =>
            void change('product', product.id, (it) => {
              if (it.kind === 'posted') it.withinDays = days;
            })
          }
        />{' '}
        {say.days(product.withinDays)}.
      </p>
      <p className="cap mt-1">{say.checkoutAsksAddressSet}</p>
    </section>
  );
}
