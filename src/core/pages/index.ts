export { Block, type BlockOf } from './block';
export { Page, type PageKind } from './page';
export { fillSalesPage, fillCheckoutPage, fillThanksPage } from './starters';
