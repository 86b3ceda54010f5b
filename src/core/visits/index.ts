export { linkWords, siteOf, View } from './view';
export { type ArmFigures, boundAt, compareArms, type Verdict } from './compare';
export { type ComparisonFigures, comparisonFigures } from './comparisons';
export { countDesigns, countRobot, countView, ofPath, sumTallies, type Tally, tallied, talliedBy } from './tally';
export {
  entranceFigures,
  FEWEST_FOR_SHARES,
  shareAt,
  shareOf,
  type StepFigures,
  stepFigures,
  wentOnAt,
} from './figures';
