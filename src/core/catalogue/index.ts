export { FileRef, Id, fileTypeOf, safeFileName } from './file';
export { RichText, richFromPlain, plainFromRich } from './richText';
export { Product, newProduct, DEFAULT_DOWNLOADS } from './product';
export { Offer, Price, newOffer, newPrice, type DraftOffer, type DraftPrice, type DraftTerms, draftTermsProblem, typedAmount, sealOffer, unsealOffer } from './offer';
export { ShopDetails, DEFAULT_SHOP } from './shopDetails';
export { describeFiles, describeBytes } from './describe';
