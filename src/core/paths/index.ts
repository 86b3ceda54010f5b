export { Condition, Extra, Join, Path, type Step, Target } from './path';
export {
  buttonLeadsTo,
  joinsFrom,
  leadsTo,
  NOTHING_KNOWN,
  reachedFrom,
  stepOf,
  stepsAfter,
  stepsInOrder,
  type WalkFacts,
} from './joins';
export { checkoutOf, extrasOf, hrefOf, offersAfterPayment, offersSoldOn, thanksOf } from './steps';
export { afterCheckout, answersOnTheWay, type OfferPassed, onFrom, type Stand, standsNow } from './afterPayment';
export { addressFrom, addressProblem, RESERVED_ADDRESSES } from './address';
export {
  addFirst,
  addStep,
  bestPlaceFor,
  buttonPointed,
  freeAddress,
  isNeeded,
  joinsTo,
  leadOn,
  type NewStep,
  pointed,
  type Place as StepPlace,
  removeStep,
  waysOn,
  waysOut,
  withCondition,
  withJoin,
} from './editing';
export { upgradePath } from './upgradePath';
export { mendOf, type PathProblem, pathProblems } from './problems';
export {
  BEGINNINGS,
  type Beginning,
  type Begun,
  type Known,
  type KnownOffer,
  type KnownPrice,
  sellWithPage,
} from './beginnings';
export { STEP_KIND_NAMES } from './stepNames';
export { copyPath } from './copyPath';
export { type Supposed, type WhatIf, whatIf } from './whatIf';
export { resolveAddress, type Place } from './resolve';
