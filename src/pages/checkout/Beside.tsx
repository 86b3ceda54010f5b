import { useState } from 'react';
import { Field } from '../../ui/Field';
import type { CheckoutData } from '../../wire';
import type { Chosen } from './api';
import { useFormWords } from './formWords';
import { shownIn, useTypedEarly } from './useTypedEarly';

interface Props {
  data: CheckoutData;
  chosen: Chosen;
  wrong: { coupon?: string; vatNumber?: string };
  /** What the coupon takes off, once it works. */
  works: string | null;
  onChange: (patch: Partial<Chosen>) => void;
}

/** Country, VAT number and coupon: each folded away until it is wanted, each asking the shop for new prices when it is left. */
export function Beside({ data, chosen, wrong, works, onChange }: Props) {
  const words = useFormWords();
  const [coupon, setCoupon] = useState(chosen.coupon);
  const [vatNumber, setVatNumber] = useState(chosen.vatNumber);
  useTypedEarly(() => {
    setCoupon((known) => shownIn('coupon') || known);
    setVatNumber((known) => shownIn('vat') || known);
    const [country, number] = [shownIn('country') || chosen.country, shownIn('vat')];
    if (country !== chosen.country || number !== chosen.vatNumber) onChange({ country, vatNumber: number });
  });
  return (
    <div className="space-y-4">
      {data.countries.length > 0 && (
        <div className="grid gap-4 sm:grid-cols-2">
          <div className="co-field">
            <label htmlFor="country">{words.country}</label>
            <select
              id="country"
              autoComplete="country"
              value={chosen.country}
              onChange={(event) => onChange({ country: event.target.value })}
            >
              {data.countries.map((c) => (
                <option key={c.code} value={c.code}>
                  {c.name}
                </option>
              ))}
            </select>
          </div>
          <div onBlur={() => vatNumber !== chosen.vatNumber && onChange({ vatNumber })}>
            <Field
              id="vat"
              label={words.vatNumber}
              autoComplete="off"
              value={vatNumber}
              onChange={setVatNumber}
              wrong={wrong.vatNumber}
            />
            {wrong.vatNumber === undefined && chosen.vatNumber !== '' && <p className="cap">{words.formChecked}</p>}
          </div>
        </div>
      )}
      {data.coupons && (
        <details open={chosen.coupon !== ''}>
          <summary className="plain-link min-h-11 cursor-pointer py-2">{words.haveCoupon}</summary>
          <div className="flex items-end gap-3">
            <div className="grow">
              <Field
                id="coupon"
                label={words.coupon}
                autoComplete="off"
                value={coupon}
                onChange={setCoupon}
                wrong={wrong.coupon}
              />
            </div>
            <button type="button" className="btn btn-quiet btn-touch" onClick={() => onChange({ coupon })}>
              {coupon.trim() === '' && chosen.coupon !== '' ? words.removeCoupon : words.useCoupon}
            </button>
          </div>
          {works !== null && (
            <p className="text-money" role="status">
              {works}
            </p>
          )}
        </details>
      )}
    </div>
  );
}
