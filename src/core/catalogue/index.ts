export { FileRef, Id, fileTypeOf, safeFileName } from './file';
export { RichText, type RichBlock, type RichRun, richFromPlain, plainFromRich, cleanRich } from './richText';
export { Product, ProductLink, newProduct, DEFAULT_DOWNLOADS, linkProblem } from './product';
export { Offer } from './offer';
export { Price, CardStatement, saleState, type SaleState } from './price';
export { newOffer, newPrice, FOR_GOOD, type DraftOffer, type DraftPrice, type DraftTerms, type DraftAccess, draftTermsProblem, priceProblem, type PricePart, type PriceProblem, typedAmount, sealOffer, unsealOffer } from './draftOffer';
export { Brand, DEFAULT_BRAND, PAPER, contrastRatio, readable, brandValues } from './brand';
export { ShopDetails, DEFAULT_SHOP } from './shopDetails';
export { describeFiles, describeBytes, describeContents } from './describe';
