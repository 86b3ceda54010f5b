export { Block, type BlockOf } from './block';
export { addableKinds, isFixed, bestPlace, newBlock, moveBlock, placeBlock, BLOCK_NAMES } from './editing';
export { Page, type PageKind } from './page';
export { fillSalesPage, fillCheckoutPage, fillThanksPage } from './starters';
