import type { Work } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { change } from '../../data/draft';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { RichField } from '../../sell/RichField';

const changeWork = (id: ProductId, recipe: (work: Work) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'work') recipe(product);
  });

/** What happens next, as its buyer reads it, and within how many days it is done. */
export function WorkContents({ product }: { product: Work }) {
  const edit = (recipe: (work: Work) => void): void => void changeWork(product.id, recipe);
  return (
    <section className="sec mt-4">
      <h3 className="mb-1">What happens next</h3>
      <RichField
        label="What happens next"
        placeholder="What do you need from them, and when will they hear from you?"
        className="prose-words typed !block"
        value={product.next}
        onChange={(value) => edit((work) => (work.next = value))}
      />
      <p className="sentence mt-3">
        It is done{' '}
        <ChoiceFill
          label="Whether it is said by when it is done"
          value={product.withinDays === null ? 'open' : 'within'}
          choices={[
            ['within', 'within'],
            ['open', 'when it is done'],
          ]}
          onChange={(which) => edit((work) => (work.withinDays = which === 'open' ? null : 7))}
        />
        {product.withinDays !== null && (
          <>
            {' '}
            <CountFill
              label="Within how many days"
              value={product.withinDays}
              from={1}
              to={365}
              onChange={(days) => edit((work) => (work.withinDays = days))}
            />{' '}
            {product.withinDays === 1 ? 'day' : 'days'}
          </>
        )}
        .
      </p>
      <p className="cap mt-1">
        Each one that is sold stands in “Needs you” until you mark it as done. They hear of it by mail.
      </p>
    </section>
  );
}
