import { DayFill } from '../Fill';
import { priceOption } from './option';

/** From which day to which it is sold. */
export const daysOfSale = priceOption({
  name: 'dates of sale',
  addName: 'dates',
  fits: () => true,
  of: (price) => price.sale,
  add: (p) => {
    p.sale = { from: '', until: '' };
  },
  remove: (p) => {
    p.sale = null;
  },
  line: ({ name, edit, wrong, onBlur, value: sale }) => (
    <>
      On sale from {sale.from === '' && 'now, or from '}
      <DayFill
        label={`${name}: first day of sale`}
        value={sale.from}
        invalid={wrong === 'sale'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.sale) p.sale.from = text;
          })
        }
      />
      , until {sale.until === '' && 'taken off, or until the end of '}
      <DayFill
        label={`${name}: last day of sale`}
        value={sale.until}
        invalid={wrong === 'sale'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.sale) p.sale.until = text;
          })
        }
      />
      .
    </>
  ),
});
