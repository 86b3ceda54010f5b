export { layoutKeelLine, type KeelStory, type KeelLayout, type KeelMark, type MoneyState } from './keelLine';
export { storyOfTerms, storyOfOrder } from './stories';
