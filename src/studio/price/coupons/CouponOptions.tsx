import { DayFill, OptionLine, TextFill } from '../Fill';
import type { CouponParts } from './couponParts';
import { priceCouponsWords } from '#say/price/coupons';
const say = priceCouponsWords.couponOptions;

/** Days and limit, where the coupon has them. */
export function CouponOptions({ name, coupon, edit }: CouponParts) {
  return (
    <>
      {coupon.sale !== null && (
        <OptionLine
          name={say.datesOf(name)}
          onRemove={() =>
            edit((c) => {
              c.sale = null;
            })
          }
        >
          {say.validFrom} {coupon.sale.from === '' && say.nowFrom}
          <DayFill
            label={say.firstDay(name)}
            value={coupon.sale.from}
            onChange={(text) =>
              edit((c) => {
                if (c.sale) c.sale.from = text;
              })
            }
          />
          {say.untilEnd}{' '}
          <DayFill
            label={say.lastDay(name)}
            value={coupon.sale.until}
            onChange={(text) =>
              edit((c) => {
                if (c.sale) c.sale.until = text;
              })
            }
          />
          .
        </OptionLine>
      )}
      {coupon.limit !== null && (
        <OptionLine
          name={say.limitOf(name)}
          onRemove={() =>
            edit((c) => {
              c.limit = null;
            })
          }
        >
          {say.atMost}{' '}
          <TextFill
            numeric
            label={say.usesAll(name)}
            placeholder={say.anyNumber}
            value={coupon.limit.inAll}
            onChange={(text) =>
              edit((c) => {
                if (c.limit) c.limit.inAll = text.slice(0, 10);
              })
            }
          />{' '}
          {say.uses}{' '}
          <TextFill
            numeric
            label={say.usesEachBuyer(name)}
            placeholder={say.anyNumber}
            value={coupon.limit.each}
            onChange={(text) =>
              edit((c) => {
                if (c.limit) c.limit.each = text.slice(0, 10);
              })
            }
          />{' '}
          {say.perBuyer}
        </OptionLine>
      )}
    </>
  );
}
