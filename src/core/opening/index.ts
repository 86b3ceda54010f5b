export { OpeningPlan, type Part } from './plan';
export { missedDates, reachedOn, type Shut } from './missed';
export { type EarlierPlan, openingsOf, openParts, type PartOpening, type Standing } from './openings';
export { openingSteps, type OpeningStep } from './steps';
export { keepsAllOf } from './keeps';
export { standingByPasses } from './standing';
