import { couponKind } from './coupon';
import type { AnyDocumentKind } from './kind';
import { offerKind } from './offer';
import { pageKind } from './page';
import { pathKind } from './path';
import { productKind } from './product';
import { shopKind } from './shop';

/** Every kind of document, in the order in which lists and checks show them. A kind is added by its folder and a line here. */
export const DOCUMENT_KINDS = [
  shopKind,
  productKind,
  offerKind,
  couponKind,
  pathKind,
  pageKind,
] as unknown as readonly AnyDocumentKind[];
