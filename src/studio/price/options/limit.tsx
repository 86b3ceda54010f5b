import type { PriceId } from '#core/ids';
import { usePriceSold } from '../../data/useSold';
import { TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.limit;

/** How many are sold, in all, to each buyer and in one order. */
export const limit = priceOption({
  name: say.option,
  fits: () => true,
  of: (price) => price.limit,
  add: (p) => {
    p.limit = { inAll: '', each: '' };
  },
  remove: (p) => {
    p.limit = null;
  },
  line: ({ name, price, edit, wrong, onBlur, value: limit }) => (
    <>
      {say.atMost}{' '}
      <TextFill
        numeric
        label={say.howManyCanSold(name)}
        placeholder={say.anyNumber}
        value={limit.inAll}
        invalid={wrong === 'limit'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.limit) p.limit.inAll = text.slice(0, 10);
          })
        }
      />{' '}
      {say.sold}{' '}
      <TextFill
        numeric
        label={say.maximumPerBuyer(name)}
        placeholder={say.anyNumber}
        value={limit.each}
        invalid={wrong === 'limit'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.limit) p.limit.each = text.slice(0, 10);
          })
        }
      />{' '}
      {say.perBuyer}
      {price.terms.kind === 'once' && (
        <>
          {say.atMost2}{' '}
          <TextFill
            numeric
            label={say.maximumPerOrder(name)}
            placeholder="1"
            value={limit.perOrder ?? ''}
            invalid={wrong === 'limit'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                if (p.limit) p.limit.perOrder = text.slice(0, 5);
              })
            }
          />{' '}
          {say.perOrder}
        </>
      )}
      . <SoldSoFar priceId={price.id} />
    </>
  ),
});

/** A limit counts from the first sale on, also those before it was set. */
function SoldSoFar({ priceId }: { priceId: PriceId }) {
  const sold = usePriceSold(priceId);
  return sold === 0 ? null : <span className="cap">{say.soldSoFar(sold.toLocaleString('en'))}</span>;
}
