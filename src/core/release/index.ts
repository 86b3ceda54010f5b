export { Release, ReleaseContent, type DraftContent } from './release';
export { launchCheck } from './launchCheck';
export type { Finding, Subject } from '#core/documents';
export { changesBetween, withKept, type Change } from './changes';
export { priceParts, priceChanges } from '#core/documents';
export { broughtBack } from './bringBack';
export { keepBack, type Going } from './keepBack';
export { partsChanged, type PartsChanged } from './partsChanged';
export { sealContent, unsealContent, filesOf, keptFor, publicPicturesOf } from './seal';
