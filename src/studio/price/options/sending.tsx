import { useState } from 'react';
import { formatPlain, parseAmount } from '#core/money';
import { countryName, isSentByPost } from '#core/catalogue';
import { countryChoices } from '../../shop/choices';
import { ChoiceFill, CountFill, MoneyFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.sending;

/** What sending costs, by country, beside the price. */
export const sending = priceOption({
  name: say.delivery,
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
          {say.sent}{' '}
          <ChoiceFill
            label={say.whenSent(name)}
            value={parcels === undefined ? 'once' : 'each'}
            choices={[
              ['each', say.eachPayment],
              ['once', say.onceFirstPayment],
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
                label={say.parcelsEachPayment(name)}
                value={parcels}
                from={1}
                to={100}
                onChange={(count) =>
                  edit((p) => {
                    if (p.sending) p.sending.parcels = count;
                  })
                }
              />{' '}
              {say.eachTime(parcels)}
            </>
          )}
          .{' '}
        </>
      )}
      {say.deliveryCosts(parcels)}{' '}
      {listedOnly ? null : (
        <>
          <FeeFill
            label={say.delivery2(name)}
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
          {say.to(listedOnly && i === 0 ? ' ' : ', ', countryName(code, 'en'))}{' '}
          <FeeFill
            label={say.deliveryTo(name, countryName(code, 'en'))}
            currency={currency}
            fee={amount}
            onChange={(minor) =>
              edit((p) => {
                if (p.sending) p.sending.byCountry[code] = minor;
              })
            }
          />{' '}
          <TakeOut
            label={say.remove(countryName(code, 'en'))}
            onPress={() =>
              edit((p) => {
                if (p.sending) delete p.sending.byCountry[code];
              })
            }
          />
        </span>
      ))}
      {say.differentPrice}{' '}
      <ChoiceFill
        label={say.differentPriceCountry(name)}
        value=""
        choices={[
          ['', say.aCountry],
          ...countryChoices(null, 'en').filter(([code]) => !(code in byCountry) && !notTo.includes(code)),
        ]}
        onChange={(code) =>
          edit((p) => {
            if (p.sending && code !== '') p.sending.byCountry[code] = p.sending.fee;
          })
        }
      />
      {say.itIsSent}{' '}
      <ChoiceFill
        label={say.whereSent(name)}
        value={listedOnly ? 'listed' : 'all'}
        choices={[
          ['all', say.everywhere],
          ['listed', say.onlyCountriesListedAbove],
        ]}
        onChange={(where) =>
          edit((p) => {
            if (!p.sending) return;
            if (where === 'listed') p.sending.listedOnly = true;
            else delete p.sending.listedOnly;
          })
        }
      />
      {!listedOnly && say.exceptTo}
      {!listedOnly &&
        notTo.map((code) => (
          <span key={code}>
            {countryName(code, 'en')}{' '}
            <TakeOut
              label={say.sendAgain(countryName(code, 'en'))}
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
            label={say.countryNotSent(name)}
            value=""
            choices={[
              ['', notTo.length === 0 ? say.noCountry : say.anotherCountry],
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
      {say.deliveryCostShownBeside}
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
