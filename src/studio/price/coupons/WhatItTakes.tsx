import { ChoiceFill, MoneyFill, TextFill } from '../Fill';
import type { CouponParts } from './couponParts';
import { priceCouponsWords } from '#say/price/coupons';
const say = priceCouponsWords.whatItTakes;

/** The code, how much it takes off, and off which payments. */
export function WhatItTakes({ name, coupon, edit }: CouponParts) {
  return (
    <>
      <TextFill
        label={say.code(name)}
        placeholder="SPRING"
        most={24}
        value={coupon.code}
        onChange={(text) =>
          edit((c) => {
            c.code = text.toUpperCase();
          })
        }
      />{' '}
      {say.takes}{' '}
      {coupon.takes === 'percent' ? (
        <>
          <TextFill
            numeric
            label={say.percent(name)}
            placeholder="20"
            value={coupon.percent}
            onChange={(text) =>
              edit((c) => {
                c.percent = text.slice(0, 6);
              })
            }
          />{' '}
        </>
      ) : (
        <>
          <MoneyFill
            label={say.amount(name)}
            currency={coupon.currency}
            placeholder="10.00"
            value={coupon.amount}
            onChange={(text) =>
              edit((c) => {
                c.amount = text;
              })
            }
          />{' '}
        </>
      )}
      <ChoiceFill
        label={say.percentAmount(name)}
        value={coupon.takes}
        choices={[
          ['percent', say.byPercent],
          ['amount', say.in(coupon.currency)],
        ]}
        onChange={(takes) =>
          edit((c) => {
            c.takes = takes;
          })
        }
      />{' '}
      {say.off}{' '}
      <ChoiceFill
        label={say.whichPayments(name)}
        value={coupon.acts}
        choices={[
          ['all', say.everyPayment],
          ['first', say.theFirst],
        ]}
        onChange={(acts) =>
          edit((c) => {
            c.acts = acts;
          })
        }
      />
      {coupon.acts === 'first' && (
        <>
          {' '}
          <TextFill
            numeric
            label={say.howManyPayments(name)}
            value={coupon.payments}
            onChange={(text) =>
              edit((c) => {
                c.payments = text.slice(0, 4);
              })
            }
          />{' '}
          {say.payments(coupon.payments.trim())}
        </>
      )}
    </>
  );
}
