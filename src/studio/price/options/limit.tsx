import type { PriceId } from '#core/ids';
import { usePriceSold } from '../../data/useSold';
import { TextFill } from '../Fill';
import { priceOption } from './option';

/** How many are sold, in all, to each buyer and in one order. */
export const limit = priceOption({
  name: 'limit',
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
      At most{' '}
      <TextFill
        numeric
        label={`${name}: how many can be sold`}
        placeholder="any number"
        value={limit.inAll}
        invalid={wrong === 'limit'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.limit) p.limit.inAll = text.slice(0, 10);
          })
        }
      />{' '}
      sold,{' '}
      <TextFill
        numeric
        label={`${name}: how many to each buyer`}
        placeholder="any number"
        value={limit.each}
        invalid={wrong === 'limit'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.limit) p.limit.each = text.slice(0, 10);
          })
        }
      />{' '}
      to each buyer
      {price.terms.kind === 'once' && (
        <>
          , at most{' '}
          <TextFill
            numeric
            label={`${name}: how many in one order`}
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
          in one order
        </>
      )}
      . <SoldSoFar priceId={price.id} />
    </>
  ),
});

/** A limit counts from the first sale on, also those before it was set. */
function SoldSoFar({ priceId }: { priceId: PriceId }) {
  const sold = usePriceSold(priceId);
  return sold === 0 ? null : <span className="cap">{sold.toLocaleString('en')} sold so far</span>;
}
