import { useState } from 'react';
import {
  countryName,
  EU_RATES_OF,
  euRates,
  isEu,
  percentOf,
  type ShopDetails,
  type TaxRate,
  typedPercent,
} from '#core/catalogue';
import { withTax, taxRuleFor } from '#core/checkout';
import { formatDay, startOfDate } from '#core/calendar';
import { formatAmount } from '#core/money';
import { useNow } from '../data/useNow';
import { ChoiceFill, DayFill, TextFill } from '../price/Fill';
import { countryChoices } from './choices';
import { shopWords } from '#say/shop';
const say = shopWords.taxSection;

interface Props {
  shop: ShopDetails;
  edit: (recipe: (shop: ShopDetails) => void) => void;
}

const HOW = [
  ['none', say.noTaxCharged],
  ['included', say.taxIncludedPrices],
  ['on-top', say.taxAddedPrices],
] as const;

/** How tax is charged, and the table of rates by country that the seller can change. */
export function TaxSection({ shop, edit }: Props) {
  const [open, setOpen] = useState(false);
  const tax = shop.tax;
  const countries = countryChoices(tax, shop.locale);
  function choose(how: (typeof HOW)[number][0]): void {
    edit((s) => {
      if (how === 'none') s.tax = s.tax ? { ...s.tax, how } : null;
      else s.tax = s.tax ? { ...s.tax, how } : { how, home: 'PT', rates: euRates() };
    });
  }
  return (
    <section className="sec">
      <h3>{say.tax}</h3>
      <p className="sentence">
        {say.inThisShop}{' '}
        <ChoiceFill label={say.howTaxCharged} value={tax?.how ?? 'none'} choices={HOW} onChange={choose} />
        {tax && tax.how !== 'none' && (
          <>
            {say.theShopIsIn}{' '}
            <ChoiceFill
              label={say.shopSCountry}
              value={tax.home}
              choices={countries}
              onChange={(home) =>
                edit((s) => {
                  if (s.tax) s.tax.home = home;
                })
              }
            />
          </>
        )}
        .
      </p>
      {tax && tax.how !== 'none' && (
        <>
          <p className="text-ink-2">
            {isEu(tax.home) ? say.businessAnotherEuCountry : say.buyersCountriesNotTable} <Example shop={shop} />
          </p>
          <button className="opt mt-1" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? say.closeTable : say.showTableRates(tax.rates.length)}
          </button>
          {open && (
            <RateTable
              rates={tax.rates}
              countries={countries}
              onChange={(recipe) =>
                edit((s) => {
                  if (s.tax) recipe(s.tax.rates);
                })
              }
              nameOf={(c) => countryName(c, shop.locale)}
            />
          )}
          <p className="cap mt-1">
            {say.standardEuRatesFrom(formatDay(startOfDate(EU_RATES_OF, shop.zone), shop.zone, shop.locale))}
          </p>
        </>
      )}
    </section>
  );
}

/** The present settings tried on an example. */
function Example({ shop }: { shop: ShopDetails }) {
  const now = useNow();
  if (!shop.tax) return null;
  const rule = taxRuleFor(shop.tax, { country: null, reverse: false }, now, shop.zone);
  const { amount, tax } = withTax(10_000, rule);
  const money = (n: number): string => formatAmount(n, shop.currency, shop.locale);
  return <span data-testid="tax-example">{say.priceAtHome(money(10_000), money(amount), money(tax))}</span>;
}

function RateTable({
  rates,
  countries,
  onChange,
  nameOf,
}: {
  rates: readonly TaxRate[];
  countries: readonly (readonly [string, string])[];
  onChange: (recipe: (rates: TaxRate[]) => void) => void;
  nameOf: (country: string) => string;
}) {
  const missing = countries.filter(([c]) => !rates.some((r) => r.country === c));
  return (
    <table
      className="rows mt-2 [&_input]:min-h-7 [&_input]:min-w-9 [&_button]:min-h-7"
      aria-label={say.taxRatesCountry}
    >
      <thead>
        <tr>
          <th>{say.country}</th>
          <th className="num">{say.percent}</th>
          <th>{say.from}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {rates.map((row, i) => (
          <tr key={i}>
            <td>{nameOf(row.country)}</td>
            <td className="num">
              <Percent
                label={say.percentIn(nameOf(row.country))}
                rate={row.rate}
                onChange={(rate) =>
                  onChange((all) => {
                    const found = all[i];
                    if (found) found.rate = rate;
                  })
                }
              />
            </td>
            <td>
              {row.from === null ? (
                <button
                  className="opt"
                  aria-label={say.newRateFromDate(nameOf(row.country))}
                  onClick={() =>
                    onChange((all) => {
                      all.splice(i + 1, 0, { ...row, from: '2027-01-01' });
                    })
                  }
                >
                  {say.newRateFromDate2}
                </button>
              ) : (
                <DayFill
                  label={say.fromWhen(nameOf(row.country))}
                  value={row.from}
                  onChange={(from) =>
                    onChange((all) => {
                      const found = all[i];
                      if (found && from !== '') found.from = from;
                    })
                  }
                />
              )}
            </td>
            <td className="num">
              <button
                className="opt"
                aria-label={say.remove(nameOf(row.country))}
                onClick={() =>
                  onChange((all) => {
                    all.splice(i, 1);
                  })
                }
              >
                {say.remove2}
              </button>
            </td>
          </tr>
        ))}
        {missing.length > 0 && (
          <tr>
            <td colSpan={4}>
              <ChoiceFill
                label={say.addCountry}
                value=""
                choices={[['', say.addCountry2], ...missing]}
                onChange={(country) =>
                  country !== '' &&
                  onChange((all) => {
                    all.push({ country, rate: 0, from: null });
                  })
                }
              />
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

/** A percent as typed; what is no percent stays on screen and changes nothing. */
function Percent({ label, rate, onChange }: { label: string; rate: number; onChange: (rate: number) => void }) {
  const [text, setText] = useState(typedPercent(rate));
  return (
    <TextFill
      numeric
      label={label}
      value={text}
      invalid={percentOf(text) === null}
      onChange={(typed) => {
        setText(typed.slice(0, 6));
        const read = percentOf(typed);
        if (read !== null) onChange(read);
      }}
    />
  );
}
