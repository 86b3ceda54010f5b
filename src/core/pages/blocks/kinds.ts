import { benefitsBlock } from './benefits';
import { checkoutBlock } from './checkout';
import { chooserBlock } from './chooser';
import { contentsBlock } from './contents';
import { downloadsBlock } from './downloads';
import { guaranteeBlock } from './guarantee';
import { headlineBlock } from './headline';
import { makerBlock } from './maker';
import { offerBlock } from './offer';
import { onwardBlock } from './onward';
import { pictureBlock } from './picture';
import { questionsBlock } from './questions';
import { recapBlock } from './recap';
import { linksBlock } from './links';
import { shelfBlock } from './shelf';
import { spacerBlock } from './spacer';
import { testimonialBlock } from './testimonial';
import { textBlock } from './text';
import type { AnyBlockKind } from './kind';

/**
 * Every kind of block, in the order in which a page explains itself best: one that is added without a place goes after
 * the last that should come before it. A kind is added by its folder and a line here; what it looks like is a line in
 * `src/pages/blocks`.
 */
export const BLOCK_KINDS = [
  headlineBlock,
  pictureBlock,
  textBlock,
  benefitsBlock,
  testimonialBlock,
  contentsBlock,
  downloadsBlock,
  recapBlock,
  offerBlock,
  shelfBlock,
  linksBlock,
  chooserBlock,
  onwardBlock,
  checkoutBlock,
  guaranteeBlock,
  questionsBlock,
  makerBlock,
  spacerBlock,
] as unknown as readonly [AnyBlockKind, ...AnyBlockKind[]];
