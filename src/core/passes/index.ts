export {
  type Pass,
  PassSeed,
  type Hold,
  type HoldKind,
  type HoldReason,
  CloseReason,
  disputeHold,
  heldSince,
  holdKind,
  opened,
  passState,
  type PassState,
  isOpen,
} from './pass';
export type { Right } from './right';
export { explain, lastsFor, type Explanation, type OpenFor } from './explain';
export { countFileUse, type FileUse } from './fileUse';
