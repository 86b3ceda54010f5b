import { ChoiceFill, MoneyFill, TextFill } from '../Fill';
import type { CouponParts } from './couponParts';

/** The code, how much it takes off, and off which payments. */
export function WhatItTakes({ name, coupon, edit }: CouponParts) {
  return (
    <>
      <TextFill
        label={`${name}: code`}
        placeholder="SPRING"
        most={24}
        value={coupon.code}
        onChange={(text) =>
          edit((c) => {
            c.code = text.toUpperCase();
          })
        }
      />{' '}
      takes{' '}
      {coupon.takes === 'percent' ? (
        <>
          <TextFill
            numeric
            label={`${name}: percent`}
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
            label={`${name}: amount`}
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
        label={`${name}: percent or amount`}
        value={coupon.takes}
        choices={[
          ['percent', 'percent'],
          ['amount', `in ${coupon.currency}`],
        ]}
        onChange={(takes) =>
          edit((c) => {
            c.takes = takes;
          })
        }
      />{' '}
      off{' '}
      <ChoiceFill
        label={`${name}: which payments`}
        value={coupon.acts}
        choices={[
          ['all', 'every payment'],
          ['first', 'the first'],
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
            label={`${name}: how many payments`}
            value={coupon.payments}
            onChange={(text) =>
              edit((c) => {
                c.payments = text.slice(0, 4);
              })
            }
          />{' '}
          {coupon.payments.trim() === '1' ? 'payment' : 'payments'}
        </>
      )}
    </>
  );
}
