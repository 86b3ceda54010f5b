export { linkWords, siteOf, View } from './view';
export { countRobot, countView, ofPath, sumTallies, type Tally, tallied, talliedBy } from './tally';
export {
  entranceFigures,
  FEWEST_FOR_SHARES,
  shareAt,
  shareOf,
  type StepFigures,
  stepFigures,
  wentOnAt,
} from './figures';
