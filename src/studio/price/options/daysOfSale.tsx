import { DayFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.daysOfSale;

/** From which day to which it is sold. */
export const daysOfSale = priceOption({
  name: say.datesSale,
  addName: say.optionToAdd,
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
      {say.saleFrom} {sale.from === '' && say.nowFrom}
      <DayFill
        label={say.firstDaySale(name)}
        value={sale.from}
        invalid={wrong === 'sale'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.sale) p.sale.from = text;
          })
        }
      />
      {say.until} {sale.until === '' && say.removedFromSaleUntil}
      <DayFill
        label={say.lastDaySale(name)}
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
