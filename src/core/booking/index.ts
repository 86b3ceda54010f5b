export { DaySpan, merged, minutesOf, OpenHours, openStretches, spansOn, type Stretch, weekdayOf } from './hours';
export { type BookingRules, type Calendar, isFree, isSlot, outsideHours, slotsFor, type Taken } from './slots';
export {
  type LedgerEntry,
  ledgerLines,
  type LedgerLine,
  type Offered,
  type Session,
  type SessionBy,
  sessionsLeft,
  type SessionsPromised,
  type SessionStatus,
  unusedOf,
} from './session';
export { type CalendarEntry, calendarFile } from './calendarFile';
export { placeOfZone, timeInZone, timeInZones } from './times';
export { spansInWords, weekdayName, weekInWords } from './hoursInWords';
export {
  canJoin,
  type DateStanding,
  freeSeats,
  isToCome,
  isWithin,
  joinFrom,
  SeatBought,
  SetDate,
  spanOf,
  untouched,
  wallOf,
} from './setDate';
