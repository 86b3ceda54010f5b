import { ChoiceFill, MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';

/** More after so many sales, or on days. */
export const risingPrice = priceOption({
  name: 'rising price',
  fits: ({ terms }) => terms.kind !== 'free' && terms.kind !== 'open',
  of: (price) => price.rise,
  add: (p) => {
    p.rise = { by: '', every: 'sales', sales: '10', dates: '', ceiling: '' };
  },
  remove: (p) => {
    p.rise = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, value: rise }) => (
    <>
      Rises by{' '}
      <MoneyFill
        label={`${name}: rises by`}
        currency={currency}
        placeholder="5.00"
        value={rise.by}
        invalid={wrong === 'rise'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.rise) p.rise.by = text;
          })
        }
      />{' '}
      <ChoiceFill
        label={`${name}: what makes it rise`}
        value={rise.every}
        choices={[
          ['sales', 'after every so many sales'],
          ['dates', 'on days'],
        ]}
        onChange={(every) =>
          edit((p) => {
            if (p.rise) p.rise.every = every;
          })
        }
      />
      {': '}
      {rise.every === 'sales' ? (
        <TextFill
          numeric
          label={`${name}: after how many sales`}
          value={rise.sales}
          invalid={wrong === 'rise'}
          onBlur={onBlur}
          onChange={(text) =>
            edit((p) => {
              if (p.rise) p.rise.sales = text.slice(0, 8);
            })
          }
        />
      ) : (
        <TextFill
          label={`${name}: on which days`}
          placeholder="2026-07-01 2026-08-01"
          value={rise.dates}
          invalid={wrong === 'rise'}
          onBlur={onBlur}
          onChange={(text) =>
            edit((p) => {
              if (p.rise) p.rise.dates = text;
            })
          }
        />
      )}
      , up to{' '}
      <MoneyFill
        label={`${name}: rises no further than`}
        currency={currency}
        placeholder="79.00"
        value={rise.ceiling}
        invalid={wrong === 'rise'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.rise) p.rise.ceiling = text;
          })
        }
      />
      ; whoever is at checkout keeps the price they saw for an hour.
    </>
  ),
});
