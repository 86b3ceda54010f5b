import * as z from 'zod';
import { Coupon, couponCode, couponProblem, type DraftCoupon, sealCoupon, unsealCoupon } from '#core/catalogue';
import { same } from '../alike';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';

declare module '../content' {
  interface Documents {
    coupon: DraftCoupon;
  }
  interface DraftContent {
    coupons: DraftCoupon[];
  }
  interface ReleaseContent {
    coupons: Coupon[];
  }
}

/** A code that makes payments cheaper. */
export const couponKind = documentKind<'coupon', Coupon>({
  kind: 'coupon',
  list: 'coupons',
  name: 'Coupon',
  stage: 'Price',
  // Releases from before there were coupons have none.
  schema: z.array(Coupon).max(2_000).default([]),
  upgrade: (doc) => doc as DraftCoupon,
  seal: sealCoupon,
  unseal: (coupon, { shop }) => unsealCoupon(coupon, shop.currency),
  title: ({ code }) => code,
  route: () => '/price/coupons',
  fields: {
    code: 'code',
    takes: ['percent or amount', 'percent or amount'],
    percent: 'percent',
    amount: 'amount',
    acts: ['which payments', 'which payments'],
    payments: ['how many payments', 'how many payments'],
    offerIds: ['for which offers', 'for which offers'],
    sale: 'days',
    limit: 'limits',
    on: ['in use', 'in use'],
  },
  // What was typed for a kind of coupon that is not chosen means nothing.
  same: (a, b) => same(sealCoupon(a) ?? a, sealCoupon(b) ?? b),
  findings({ coupons }) {
    const codes = coupons.map((c) => couponCode(c.code));
    return coupons.flatMap((coupon, i): Finding[] => {
      const about: Subject = { kind: 'coupon', id: coupon.id };
      const problem = couponProblem(coupon);
      if (problem)
        return [{ level: 'stops', code: 'coupon-wrong', text: `The coupon ${quoted(coupon.code)}: ${problem}`, about }];
      if (codes.indexOf(codes[i] ?? '') === i) return [];
      const text = `Two coupons have the code ${codes[i] ?? ''}. Change one of them.`;
      return [{ level: 'stops', code: 'coupon-twice', text, about }];
    });
  },
});
