export {
  canBeKept,
  LED_TO_WAYS,
  LedToWay,
  type Means,
  STANDINGS,
  type ToBePaid,
  wayOf,
  WAYS_TO_PAY,
  waysFor,
  waysOpen,
  type WayStanding,
  type WayToPay,
} from './wayToPay';
