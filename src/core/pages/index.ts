export { Block, type BlockOf } from './block';
export { addableKinds, bestPlace, newBlock, moveBlock, BLOCK_NAMES } from './editing';
export { Page, type PageKind } from './page';
export { fillSalesPage, fillCheckoutPage, fillThanksPage } from './starters';
