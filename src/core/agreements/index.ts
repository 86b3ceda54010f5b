export {
  type Agreement,
  AgreementSeed,
  type AgreementPayment,
  type AgreementStatus,
  DueMoment,
  END_REASONS,
  type EndReason,
  isRunning,
  KeptCard,
  lastPaid,
  OwedDue,
  PaidPeriod,
} from './agreement';
export { afterRefusal, type AfterRefusal, TRY_AGAIN_DAYS } from './retries';
export { daysLeft, dueAfterReturn, movedDueDay, onDate, pauseEnds } from './pausing';
export { openFor } from './openFor';
export { unusedOf } from './unused';
export { chargeFor, dueAfter, restOfPlan } from './charging';
