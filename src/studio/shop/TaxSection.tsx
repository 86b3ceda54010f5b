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

interface Props {
  shop: ShopDetails;
  edit: (recipe: (shop: ShopDetails) => void) => void;
}

const HOW = [
  ['none', 'no tax is charged'],
  ['included', 'tax is included in prices'],
  ['on-top', 'tax comes on top of prices'],
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
      <h3>Tax</h3>
      <p className="sentence">
        In this shop{' '}
        <ChoiceFill label="How tax is charged" value={tax?.how ?? 'none'} choices={HOW} onChange={choose} />
        {tax && tax.how !== 'none' && (
          <>
            ; the shop is in{' '}
            <ChoiceFill
              label="The shop’s country"
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
            {isEu(tax.home)
              ? 'A business in another country of the EU that gives its VAT number pays the net and accounts for the tax itself.'
              : 'Buyers in countries without a rate below are not charged tax.'}{' '}
            <Example shop={shop} />
          </p>
          <button className="opt mt-1" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Close the table' : `The table: ${tax.rates.length} rates`}
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
            Standard rates of the EU from the open table “sales-tax”, compared on{' '}
            {formatDay(startOfDate(EU_RATES_OF, shop.zone), shop.zone, shop.locale)}. Look at them before real sales:
            every row is yours to change, and each payment bears the rate of its day.
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
  return (
    <span data-testid="tax-example">
      A price of {money(10_000)} at home: the buyer pays {money(amount)}, of which {money(tax)} is tax.
    </span>
  );
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
      aria-label="Rates of tax by country"
    >
      <thead>
        <tr>
          <th>Country</th>
          <th className="num">Percent</th>
          <th>From</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {rates.map((row, i) => (
          <tr key={i}>
            <td>{nameOf(row.country)}</td>
            <td className="num">
              <Percent
                label={`Percent in ${nameOf(row.country)}`}
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
                  aria-label={`${nameOf(row.country)}: new rate from a day on`}
                  onClick={() =>
                    onChange((all) => {
                      all.splice(i + 1, 0, { ...row, from: '2027-01-01' });
                    })
                  }
                >
                  new rate from a day on
                </button>
              ) : (
                <DayFill
                  label={`From when in ${nameOf(row.country)}`}
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
                aria-label={`Remove ${nameOf(row.country)}`}
                onClick={() =>
                  onChange((all) => {
                    all.splice(i, 1);
                  })
                }
              >
                remove
              </button>
            </td>
          </tr>
        ))}
        {missing.length > 0 && (
          <tr>
            <td colSpan={4}>
              <ChoiceFill
                label="Add a country"
                value=""
                choices={[['', 'Add a country …'], ...missing]}
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
