import { useState } from 'react';
import { formatPlain, parseAmount } from '#core/money';
import { countryName, isSentByPost } from '#core/catalogue';
import { countryChoices } from '../../shop/choices';
import { ChoiceFill, MoneyFill } from '../Fill';
import { priceOption } from './option';

/** What sending costs, by country, beside the price. */
export const sending = priceOption({
  name: 'sending by post',
  fits: () => true,
  offered: ({ opens }) => opens.some(isSentByPost),
  of: (price) => price.sending,
  add: (p) => {
    p.sending = { fee: 0, byCountry: {} };
  },
  remove: (p) => {
    p.sending = null;
  },
  line: ({ name, currency, edit, value: { fee, byCountry } }) => (
    <>
      Sending costs{' '}
      <FeeFill
        label={`${name}: sending`}
        currency={currency}
        fee={fee}
        onChange={(minor) =>
          edit((p) => {
            if (p.sending) p.sending.fee = minor;
          })
        }
      />
      {Object.entries(byCountry).map(([code, amount]) => (
        <span key={code}>
          , to {countryName(code, 'en')}{' '}
          <FeeFill
            label={`${name}: sending to ${countryName(code, 'en')}`}
            currency={currency}
            fee={amount}
            onChange={(minor) =>
              edit((p) => {
                if (p.sending) p.sending.byCountry[code] = minor;
              })
            }
          />{' '}
          <button
            className="opt"
            aria-label={`Take out ${countryName(code, 'en')}`}
            onClick={() =>
              edit((p) => {
                if (p.sending) delete p.sending.byCountry[code];
              })
            }
          >
            ×
          </button>
        </span>
      ))}
      ; apart from that, to{' '}
      <ChoiceFill
        label={`${name}: another country`}
        value=""
        choices={[['', 'another country …'], ...countryChoices(null, 'en').filter(([code]) => !(code in byCountry))]}
        onChange={(code) =>
          edit((p) => {
            if (p.sending && code !== '') p.sending.byCountry[code] = p.sending.fee;
          })
        }
      />
      . It stands apart from the price, and is taxed like it.
    </>
  ),
});

/** An amount that is kept once it is one; what is half typed stays in the field alone. */
function FeeFill({
  label,
  currency,
  fee,
  onChange,
}: {
  label: string;
  currency: string;
  fee: number;
  onChange: (minor: number) => void;
}) {
  const [text, setText] = useState(() => formatPlain(fee, currency));
  const typed = parseAmount(text, currency);
  return (
    <MoneyFill
      label={label}
      currency={currency}
      placeholder="0.00"
      value={text}
      invalid={!typed.ok}
      onChange={(next) => {
        setText(next);
        const amount = parseAmount(next, currency);
        if (amount.ok) onChange(amount.minor);
      }}
    />
  );
}
