export { DaySpan, merged, minutesOf, OpenHours, openStretches, spansOn, type Stretch, weekdayOf } from './hours';
export { type BookingRules, type Calendar, isFree, isSlot, slotsFor, type Taken } from './slots';
