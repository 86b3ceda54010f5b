import { DayFill, OptionLine, TextFill } from '../Fill';
import type { CouponParts } from './couponParts';

/** Days and limit, where the coupon has them. */
export function CouponOptions({ name, coupon, edit }: CouponParts) {
  return (
    <>
      {coupon.sale !== null && (
        <OptionLine
          name={`${name}, dates`}
          onRemove={() =>
            edit((c) => {
              c.sale = null;
            })
          }
        >
          It works from {coupon.sale.from === '' && 'now, or from '}
          <DayFill
            label={`${name}: first day`}
            value={coupon.sale.from}
            onChange={(text) =>
              edit((c) => {
                if (c.sale) c.sale.from = text;
              })
            }
          />
          , until the end of{' '}
          <DayFill
            label={`${name}: last day`}
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
          name={`${name}, limit`}
          onRemove={() =>
            edit((c) => {
              c.limit = null;
            })
          }
        >
          At most{' '}
          <TextFill
            numeric
            label={`${name}: uses in all`}
            placeholder="any number"
            value={coupon.limit.inAll}
            onChange={(text) =>
              edit((c) => {
                if (c.limit) c.limit.inAll = text.slice(0, 10);
              })
            }
          />{' '}
          uses,{' '}
          <TextFill
            numeric
            label={`${name}: uses by each buyer`}
            placeholder="any number"
            value={coupon.limit.each}
            onChange={(text) =>
              edit((c) => {
                if (c.limit) c.limit.each = text.slice(0, 10);
              })
            }
          />{' '}
          by each buyer.
        </OptionLine>
      )}
    </>
  );
}
