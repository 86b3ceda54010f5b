import { useState } from 'react';
import { formatPlain, parseAmount } from '#core/money';
import { countryName, isSentByPost } from '#core/catalogue';
import { countryChoices } from '../../shop/choices';
import { ChoiceFill, CountFill, MoneyFill } from '../Fill';
import { priceOption } from './option';

/** What sending costs, by country, beside the price. */
export const sending = priceOption({
  name: 'sending by post',
  fits: () => true,
  offered: ({ opens }) => opens.some(isSentByPost),
  of: (price) => price.sending,
  add: (p) => {
    p.sending = { fee: 0, byCountry: {}, ...(p.terms.kind === 'subscription' ? { parcels: 1 } : {}) };
  },
  remove: (p) => {
    p.sending = null;
  },
  line: ({ name, currency, edit, price, value: { fee, byCountry, notTo = [], listedOnly, parcels } }) => (
    <>
      {price.terms.kind === 'subscription' && (
        <>
          Sent{' '}
          <ChoiceFill
            label={`${name}: when it is sent`}
            value={parcels === undefined ? 'once' : 'each'}
            choices={[
              ['each', 'with each payment'],
              ['once', 'once, with the first payment'],
            ]}
            onChange={(when) =>
              edit((p) => {
                if (!p.sending) return;
                if (when === 'each') p.sending.parcels = 1;
                else delete p.sending.parcels;
              })
            }
          />
          {parcels !== undefined && (
            <>
              {', '}
              <CountFill
                label={`${name}: parcels with each payment`}
                value={parcels}
                from={1}
                to={100}
                onChange={(count) =>
                  edit((p) => {
                    if (p.sending) p.sending.parcels = count;
                  })
                }
              />{' '}
              {parcels === 1 ? 'parcel' : 'parcels'} each time
            </>
          )}
          .{' '}
        </>
      )}
      Sending{parcels === undefined ? '' : ' a parcel'} costs{' '}
      {listedOnly ? null : (
        <>
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
        </>
      )}
      {Object.entries(byCountry).map(([code, amount], i) => (
        <span key={code}>
          {listedOnly && i === 0 ? ' ' : ', '}to {countryName(code, 'en')}{' '}
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
          <TakeOut
            label={`Take out ${countryName(code, 'en')}`}
            onPress={() =>
              edit((p) => {
                if (p.sending) delete p.sending.byCountry[code];
              })
            }
          />
        </span>
      ))}
      ; another price for{' '}
      <ChoiceFill
        label={`${name}: another country`}
        value=""
        choices={[
          ['', 'a country …'],
          ...countryChoices(null, 'en').filter(([code]) => !(code in byCountry) && !notTo.includes(code)),
        ]}
        onChange={(code) =>
          edit((p) => {
            if (p.sending && code !== '') p.sending.byCountry[code] = p.sending.fee;
          })
        }
      />
      . It is sent{' '}
      <ChoiceFill
        label={`${name}: where it is sent`}
        value={listedOnly ? 'listed' : 'all'}
        choices={[
          ['all', 'everywhere'],
          ['listed', 'only to the countries named above'],
        ]}
        onChange={(where) =>
          edit((p) => {
            if (!p.sending) return;
            if (where === 'listed') p.sending.listedOnly = true;
            else delete p.sending.listedOnly;
          })
        }
      />
      {!listedOnly && ' except to '}
      {!listedOnly &&
        notTo.map((code) => (
          <span key={code}>
            {countryName(code, 'en')}{' '}
            <TakeOut
              label={`Send to ${countryName(code, 'en')} again`}
              onPress={() =>
                edit((p) => {
                  if (p.sending) p.sending.notTo = notTo.filter((other) => other !== code);
                })
              }
            />
            {', '}
          </span>
        ))}
      {!listedOnly && (
        <>
          <ChoiceFill
            label={`${name}: a country it is not sent to`}
            value=""
            choices={[
              ['', notTo.length === 0 ? 'no country …' : 'another country …'],
              ...countryChoices(null, 'en').filter(([code]) => !(code in byCountry) && !notTo.includes(code)),
            ]}
            onChange={(code) =>
              edit((p) => {
                if (p.sending && code !== '') p.sending.notTo = [...notTo, code];
              })
            }
          />
        </>
      )}
      . Sending is shown beside the price and taxed like it; 0.00 is free.
    </>
  ),
});

const TakeOut = ({ label, onPress }: { label: string; onPress: () => void }) => (
  <button className="opt" aria-label={label} onClick={onPress}>
    ×
  </button>
);

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
