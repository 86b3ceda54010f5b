import { bundleKind } from './bundle';
import { coachingKind } from './coaching';
import { courseKind } from './course';
import { downloadKind } from './download';
import { liveClassKind } from './liveClass';
import { membershipKind } from './membership';
import { postedKind } from './posted';
import { workKind } from './byHand';
import type { AnyProductKind } from './kind';

/** Every kind of product, in the order in which "New product" names them. A kind is added by its folder and a line here. */
export const PRODUCT_KINDS = [
  downloadKind,
  courseKind,
  membershipKind,
  coachingKind,
  liveClassKind,
  workKind,
  postedKind,
  bundleKind,
] as unknown as readonly [AnyProductKind, ...AnyProductKind[]];
