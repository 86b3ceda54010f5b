import type { Work } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { change } from '../../data/draft';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { RichField } from '../../sell/RichField';
import { makeByHandWords } from '#say/make/byHand';
const say = makeByHandWords.workContents;

const changeWork = (id: ProductId, recipe: (work: Work) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'work') recipe(product);
  });

/** What happens next, as its buyer reads it, and within how many days it is done. */
export function WorkContents({ product }: { product: Work }) {
  const edit = (recipe: (work: Work) => void): void => void changeWork(product.id, recipe);
  return (
    <section className="sec mt-4">
      <h3 className="mb-1">{say.whatHappensNext}</h3>
      <RichField
        label={say.whatHappensNext}
        placeholder={say.whatDoYouNeed}
        className="prose-words typed !block"
        value={product.next}
        onChange={(value) => edit((work) => (work.next = value))}
      />
      <p className="sentence mt-3">
        {say.deliveryTime}{' '}
        <ChoiceFill
          label={say.whetherShowDeliveryTime}
          value={product.withinDays === null ? 'open' : 'within'}
          choices={[
            ['within', say.within],
            ['open', say.notShown],
          ]}
          onChange={(which) => edit((work) => (work.withinDays = which === 'open' ? null : 7))}
        />
        {product.withinDays !== null && (
          <>
            {' '}
            <CountFill
              label={say.withinHowManyDays}
              value={product.withinDays}
              from={1}
              to={365}
              onChange={(days) => edit((work) => (work.withinDays = days))}
            />{' '}
            {say.days(product.withinDays)}
          </>
        )}
        .
      </p>
      <p className="cap mt-1">{say.eachSaleAppearsUnder}</p>
    </section>
  );
}
