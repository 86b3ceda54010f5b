import { ChoiceFill, MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.risingPrice;

/** More after so many sales, or on days. */
export const risingPrice = priceOption({
  name: say.risingPrice,
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
      {say.risesBy}{' '}
      <MoneyFill
        label={say.risesBy2(name)}
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
        label={say.whatMakesRise(name)}
        value={rise.every}
        choices={[
          ['sales', say.afterNumberSales],
          ['dates', say.onDates],
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
          label={say.afterHowManySales(name)}
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
          label={say.whichDates(name)}
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
      {say.upTo}{' '}
      <MoneyFill
        label={say.risesNoFurtherThan(name)}
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
      {say.buyersCheckoutKeepPrice}
    </>
  ),
});
