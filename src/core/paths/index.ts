export { Condition, Extra, Join, Path, type Step, Target } from './path';
export {
  buttonLeadsTo,
  joinsFrom,
  leadsTo,
  NOTHING_KNOWN,
  offerBehind,
  reachedFrom,
  stepOf,
  stepsAfter,
  offersFollow,
  stepsAfterPayment,
  stepsInOrder,
  type WalkFacts,
} from './joins';
export {
  checkoutOf,
  checkoutsOf,
  extrasOf,
  hrefOf,
  mainOffers,
  offerAt,
  offersAfterPayment,
  offersSoldOn,
  pricesOffered,
  thanksOf,
} from './steps';
export { Bonus } from './bonus';
export { type Arm, Comparison } from './comparison';
export { armOf, designName, designsOf, inDesigns, otherOffers, otherPages, pagesOf, withOther } from './designs';
export { bitesNothing, Countdown, countdownEnds } from './countdown';
export {
  Entrance,
  entranceByWord,
  entrancesOf,
  entranceState,
  freeShort,
  hrefOfEntrance,
  newEntrance,
} from './entrance';
export { type Coming, pathSeen, plainSight, pricesKept, showsAt, type Sight, sightOf, type Sold } from './sight';
export { type Till, tillOf } from './till';
export { afterCheckout, answersOnTheWay, type OfferPassed, onFrom, type Stand, standsNow } from './afterPayment';
export { addressFrom, addressProblem, freeWord, RESERVED_ADDRESSES, RESERVED_STEP_ADDRESSES } from './address';
export {
  addBeside,
  addFirst,
  addStep,
  addTurnedBack,
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
  linksPage,
  offerSofter,
  sellFromTalk,
  sellWithPage,
  shopFront,
  sideBySide,
} from './beginnings';
export { STEP_KIND_NAMES } from './stepNames';
export { copyPath } from './copyPath';
export { type Supposed, type WhatIf, whatIf } from './whatIf';
export { resolveAddress, type Place } from './resolve';
