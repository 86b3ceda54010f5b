export {
  agreementIdOf,
  askedFrom,
  begunAgreement,
  type Agreement,
  type AgreementSeed,
  type AgreementStatus,
  type DueMoment,
  type EndReason,
  isRunning,
  KeptCard,
  lastPaid,
  type PaidPeriod,
} from './agreement';
export { afterRefusal, type AfterRefusal, TRY_AGAIN_DAYS } from './retries';
export { daysLeft, dueAfterReturn, movedDueDay, pauseEnds } from './pausing';
export { type AgreementAct, whyNotAct } from './acts';
export {
  daysLeftInPause,
  disputeStop,
  isBeingRefunded,
  isBeingReplaced,
  isDisputed,
  isStopped,
  movesDates,
  refundStop,
  replacingStop,
  type Stop,
  type StopReason,
} from './stops';
export { openFor } from './openFor';
export { goesOnAs } from './goesOnAs';
export { unusedOf } from './unused';
export { type CardCharge, cardChargeOf, chargeFor, dueAfter, nextCardDue, restOfPlan, ruleFor } from './charging';
