export { layoutKeelLine, NARROWEST } from './keelLine';
export type { KeelLayout, KeelMark, KeelBar, KeelEnd, KeelOptions } from './keelLayout';
export { type KeelStory, type MoneyState, type MoneyMoment } from './story';
export { type PlacedLabel, placeLabels } from './labels';
export { keelRows, type KeelRow } from './asList';
export { storyOfAll, storyOfTerms, storyOfOrder } from './stories';
export { storyOfAgreement, NO_PAST, type AgreementPast } from './agreementStory';
export { type Fold, foldAlike } from './foldAlike';
export {
  layOutPath,
  leadsOneWay,
  PATH_SIZES,
  type PathLayout,
  type PathSizes,
  type PlacedStep,
  type PlacedWay,
  type WayOut,
} from './pathLayout';
