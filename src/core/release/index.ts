export { Release, ReleaseContent, type DraftContent } from './release';
export { launchCheck, type Finding, type Subject } from './launchCheck';
export { changesBetween, withKept, type Change, type ThingKind } from './changes';
export { priceParts, priceChanges } from './priceDetails';
export { broughtBack } from './bringBack';
export { keepBack, type Going } from './keepBack';
export { sealContent, unsealContent, filesOf, keptFor, publicPicturesOf } from './seal';
