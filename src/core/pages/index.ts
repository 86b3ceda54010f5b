export {
  type AnyBlockKind,
  Block,
  BLOCK_KINDS,
  blockBase,
  type BlockKind,
  blockKind,
  blockKindOf,
  blockName,
  type BlockName,
  type BlockOf,
  type BlocksByKind,
  filesOfBlock,
  type KnownOffer,
  line,
} from './blocks';
export { Page, type PageKind } from './page';
export {
  fillBetweenPage,
  fillSalesPage,
  fillCheckoutPage,
  fillFrontPage,
  fillLinksPage,
  fillOfferPage,
  fillThanksPage,
  fillTurnedBackPage,
} from './starters';
export { addableKinds, bestPlace, isFixed, moveBlock, newBlock, placeBlock } from './editing';
