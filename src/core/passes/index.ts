export { Pass, HoldReason, CloseReason, passState, type PassState, isOpen } from './pass';
export { explain, isPaidOverTime, type Explanation } from './explain';
export { countFileUse, type FileUse } from './fileUse';
