import type { DraftCoupon } from '#core/catalogue';

/** What each part of a coupon's sentence is drawn from and edits. */
export interface CouponParts {
  /** What the coupon is called in each control's name. */
  name: string;
  coupon: DraftCoupon;
  edit: (recipe: (coupon: DraftCoupon) => void) => void;
}
