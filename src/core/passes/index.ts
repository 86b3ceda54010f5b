export { Pass, HoldReason, CloseReason, passState, type PassState, isOpen } from './pass';
export { explain, lastsFor, type Explanation, type OpenFor } from './explain';
export { countFileUse, type FileUse } from './fileUse';
