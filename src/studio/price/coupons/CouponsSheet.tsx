import { couponProblem, type DraftCoupon, newCoupon } from '#core/catalogue';
import { add, change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { goOnAt } from '../../frame/goOnAt';
import { CouponExample } from './CouponExample';
import { CouponFoot } from './CouponFoot';
import { CouponOptions } from './CouponOptions';
import type { CouponParts } from './couponParts';
import { ForWhichOffers } from './ForWhichOffers';
import { WhatItTakes } from './WhatItTakes';
import { priceCouponsWords } from '#say/price/coupons';
const say = priceCouponsWords.couponsSheet;

/** Coupons, each in a sentence, tried on an example order on the spot. */
export function CouponsSheet({ draft }: { draft: Draft }) {
  const { coupons, shop } = draft.content;
  function addCoupon(): void {
    const id = newId('cp');
    add('coupon', id, newCoupon(id, shop.currency));
    goOnAt(`[data-coupon="${id}"]`, 'input');
  }
  return (
    <>
      <h1>{say.coupons}</h1>
      <p className="lead mt-1 text-ink-2">{say.codeReducesFullPayments}</p>
      {coupons.map((coupon) => (
        <CouponCard key={coupon.id} draft={draft} coupon={coupon} />
      ))}
      <div className="sec">
        <button className="btn btn-quiet" data-new onClick={addCoupon}>
          {coupons.length === 0 ? say.addCoupon : say.addAnotherCoupon}
        </button>
      </div>
    </>
  );
}

function CouponCard({ draft, coupon }: { draft: Draft; coupon: DraftCoupon }) {
  const problem = couponProblem(coupon);
  const parts: CouponParts = {
    name: coupon.code.trim() === '' ? say.newCoupon : coupon.code,
    coupon,
    edit: (recipe) => void change('coupon', coupon.id, recipe),
  };
  return (
    <section className="sec mt-2" aria-label={parts.name} data-coupon={coupon.id}>
      <p className="sentence">
        <WhatItTakes {...parts} />
        <ForWhichOffers {...parts} offers={draft.content.offers.filter((o) => !o.putAway)} />
        <CouponOptions {...parts} />
      </p>
      {problem !== null && coupon.code !== '' && (
        <p className="wrong" role="alert">
          {problem}
        </p>
      )}
      <CouponExample draft={draft} coupon={coupon} />
      <CouponFoot {...parts} live={draft.live?.content.coupons.some((c) => c.id === coupon.id) ?? false} />
    </section>
  );
}
