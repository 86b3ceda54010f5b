import type { Posted } from '#core/catalogue';
import { change } from '../../data/draft';
import { CountFill } from '../../price/Fill';

/** Within how many days it is sent; what sending costs stands with its price. */
export function PostedContents({ product }: { product: Posted }) {
  return (
    <section className="sec mt-4">
      <h3 className="mb-1">Sending</h3>
      <p className="sentence">
        It is sent within{' '}
        <CountFill
          label="Within how many days it is sent"
          value={product.withinDays}
          from={1}
          to={90}
          onChange={(days) =>
            void change('product', product.id, (it) => {
              if (it.kind === 'posted') it.withinDays = days;
            })
          }
        />{' '}
        {product.withinDays === 1 ? 'day' : 'days'}.
      </p>
      <p className="cap mt-1">
        The checkout asks where to. What sending costs, by country, is set with the price. What is to be sent stands in
        “Needs you” and in a list in Deliver.
      </p>
    </section>
  );
}
