import { documentKey } from '#core/documents';
import { removeDrafts } from '../../data/remove';
import { useCouponUses } from '../../data/useSold';
import type { CouponParts } from './couponParts';
import { priceCouponsWords } from '#say/price/coupons';
const say = priceCouponsWords.couponFoot;

/** How often it was used, and what can be added to it or done with it. */
export function CouponFoot({ name, coupon, edit, live }: CouponParts & { live: boolean }) {
  const uses = useCouponUses(coupon.id);
  return (
    <p className="cap mt-1">
      {uses === 0 ? say.notUsedYet : uses === 1 ? say.usedOnce : say.usedTimes(uses.toLocaleString('en'))}
      {coupon.sale === null && (
        <button
          className="opt"
          aria-label={say.addDates(name)}
          onClick={() =>
            edit((c) => {
              c.sale = { from: '', until: '' };
            })
          }
        >
          {say.addDates2}
        </button>
      )}
      {coupon.sale === null && ' · '}
      {coupon.limit === null && (
        <button
          className="opt"
          aria-label={say.addLimit(name)}
          onClick={() =>
            edit((c) => {
              c.limit = { inAll: '', each: '' };
            })
          }
        >
          {say.addLimit2}
        </button>
      )}
      {coupon.limit === null && ' · '}
      <button
        className="opt"
        onClick={() =>
          edit((c) => {
            c.on = !c.on;
          })
        }
      >
        {coupon.on ? say.switchOff : say.switchAgain}
      </button>
      {!live && (
        <>
          {' '}
          ·{' '}
          <button className="opt" onClick={() => void removeDrafts([documentKey('coupon', coupon.id)], name)}>
            {say.deleteDraft}
          </button>
        </>
      )}
      {!coupon.on && <b className="text-ink"> {say.switchedOffNobodyCan(live)}</b>}
    </p>
  );
}
