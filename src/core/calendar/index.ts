export { type Instant, instantOf, msOf, addMs, isInstant, MINUTE, HOUR, DAY } from './instant';
export {
  type Interval,
  type IntervalUnit,
  nthAfter,
  momentsAfter,
  momentOfWall,
  plusDays,
  type WallClock,
  wallClockOf,
} from './interval';
export { dateIn, startOfDate, addDays, daysBetween, isZone, weekStart } from './day';
export { formatDay, formatTime, formatMoment } from './format';
export { offsetsBetween, type OneOffset } from './zone';
