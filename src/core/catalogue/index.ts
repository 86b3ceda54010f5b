export { MOST_PIXELS, pictureSize } from './pictureSize';
export { type Opened, openedFrom, type Tick, ticksAhead, ticksByPasses } from './ticks';
export { FileRef, fileTypeOf, safeFileName } from './file';
export { RichText, type RichBlock, type RichRun, richFromPlain, plainFromRich, cleanRich } from './richText';
export {
  type AnyProductKind,
  besideLesson,
  Bundle,
  Captions,
  captionsProblem,
  type ContentFinding,
  Course,
  describeContents,
  Download,
  filesOfLesson,
  freshProduct,
  hasContent,
  Lesson,
  LessonBlock,
  lessonNamed,
  lessonOf,
  lessonsMoved,
  lessonsOf,
  lessonStepped,
  linkProblem,
  Module,
  newProduct,
  type Opening,
  type Outline,
  outlineFor,
  type Parts,
  Membership,
  MembershipPart,
  openingsOfLesson,
  partsOfCourse,
  partsOfMembership,
  Post,
  postNamed,
  shownPosts,
  type Written,
  Product,
  PRODUCT_KINDS,
  type ProductBase,
  type ProductKind,
  isSentByPost,
  paidAsFirst,
  productKindOf,
  MOST_FILES,
  ProductLink,
  type ProductName,
  type ProductsByKind,
  type Progress,
  progressIn,
  upgradeProduct,
  asBooked,
  ClassDate,
  LiveClass,
  Posted,
  Work,
  withdrawalBasis,
  type WithdrawalBasis,
  type SeatsPromised,
  Coaching,
  CoachingQuestion,
} from './products';
export { isInItself, openedBy, openingIn, type Place, placesOf, reachedBy } from './opens';
export { lesserOffers, opensAtLeast } from './lesserOffers';
export { Offer } from './offer';
export { fewPrice, isShare, lessTerms, withShares } from './fewPrice';
export type { OnlyAt } from './onlyAt';
export { sampleCountry, sendingFee, SendingPrice } from './sendingPrice';
export { Price, Rise, CardStatement, saleState, type SaleState } from './price';
export {
  newOffer,
  newPrice,
  FOR_GOOD,
  type DraftOffer,
  type DraftPrice,
  type DraftRise,
  type DraftAccess,
} from './draftOffer';
export { draftTermsProblem, priceProblem, type PricePart, type PriceProblem } from './priceProblem';
export { sealOffer, unsealOffer } from './sealOffer';
export { type DraftTerms, newTerms, respelledTerms } from './draftTerms';
export { type DraftCoupon, newCoupon, couponProblem, sealCoupon, unsealCoupon } from './draftCoupon';
export { typedAmount, typedPercent, percentOf } from './typed';
export { Brand, DEFAULT_BRAND, NIGHT, PAPER, contrastRatio, readable, brandValues } from './brand';
export { Coupon, CouponCode, couponCode } from './coupon';
export { ShopTax, respelledTax, CountryCode, EU_RATES, EU_RATES_OF, euRates, isEu, rateOn, type TaxRate } from './tax';
export { sentCountries, countriesByName, countryName } from './countries';
export { ShopDetails, DEFAULT_SHOP, homeCountry, localesOf } from './shopDetails';
export { describeFiles, describeBytes } from './describe';
export { DEFAULT_TAKEAWAYS, isPdf, isWholePdf, mayBearName, Takeaways } from './takeaways';
export { findIn, type FoundIn, type Searched } from './findIn';
export { accessInWords } from './accessInWords';
