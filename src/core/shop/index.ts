export { createRunner, decide, dueWork, evolve, evolveBatch, laneOf, newShopState } from './rules';
export { FEATURES } from './features';
export { unsentTo } from '../features/fulfilment/ofPerson';
export { heldOf, keptForOf, underWayOf } from './ofPerson';
export type { KeptFor, UnderWay } from '../engine/ofPerson';
export { OWNER_ROUTES_OF_FEATURES } from './ownerRoutes';
export { PROJECTIONS } from './projections';
export { projection, type ProjectedRows, type ProjectedTables, type Projection } from '../engine/projection';
export { feesProjection, type FeeRow } from '../features/orders/feesProjection';
export { type ShopState } from '../engine/state';
export {
  type Order,
  type OfferAfterPayment,
  type AnsweredOffer,
  type OfferMet,
  type Charge,
  type Refund,
  type Dispute,
} from '../features/orders/fold/state';
export { type Progress } from '../features/learning/fold/state';
export { type DueCharge, type Credit } from '../features/agreements/fold/state';
export type { AgreementMoment } from '../features/agreements/fold/dues';
export { paymentBought } from '../features/orders/fold/bought';
export { addPayment, disputeClosed, disputeOpened, moneyBack, reserve } from '../features/orders/fold/foldPayments';
export {
  askedAfterPayment,
  boughtAt,
  offerQuote,
  offerStanding,
  type OfferStanding,
  runsAlready,
} from '../features/orders/afterPayment';
export { addStop, agreementsRefunded, dropStop } from '../features/agreements/fold/foldStops';
export type { Command, DecideContext, Decision, Executed } from '../engine/command';
export { orderStatus, type OrderStatus, statusOf } from '../features/orders/orderStatus';
export { planRefund, refundLeft, type RefundPlan } from '../features/orders/refund';
export { standingOf } from '../features/orders/standing';
export { isSubscribed } from '../features/agreements/subscribed';
export { historiesFrom, type History, NO_HISTORY } from '../engine/history';
export {
  closesFor,
  type Grounds,
  type Holder,
  holderBy,
  holderOf,
  mayOpen,
  type Opened,
  openedTo,
  progressOf,
  rightsOf,
  rightsTo,
  whoMayOpen,
} from '../features/access/rights';
export { hasForAsLong } from '../features/access/passesByHand';
export { followCourse, type Followed, type Follower } from '../features/learning/followed';
export { presentPerson } from '../features/people/joined';
export { subscribedTwice } from '../features/people/joinPeople';
export { passesFor } from '../features/access/passesFor';
export { muchFetched, type MuchFetched } from '../features/access/unusual';
export type {
  Ports,
  JournalPort,
  PeoplePort,
  ClockPort,
  PaymentsPort,
  MailerPort,
  VaultPort,
  IdsPort,
  ReleasesPort,
  ChargeAnswer,
  ChargeRequest,
  RefundAnswer,
  RefundRequest,
  OutgoingMail,
  OutgoingAgreementMail,
} from '../engine/ports';
export { NotAnswered, StorageFailed } from '../engine/ports';
export { memoryPorts, type MemoryPorts } from '../engine/memoryPorts';
export {
  backByConfirming,
  leavingThrough,
  offersReplaced,
  isOnSale,
  planAgreementRefund,
  type AgreementRefundPlan,
  type SwitchChoice,
  switchChoices,
  unusedNow,
  inGap,
  LONGEST_ABSENCE_MS,
} from '../features/agreements';
export { cartFor, type ChosenBeside, hasAlready, hasOpen } from '../features/orders/cart';
export { offerOfStep, offerPassed, walkFacts } from '../simulate/walking';
export { practiseAnswer, practisePay } from '../simulate/practice';
export { choicesTo } from '../simulate/walkTo';
export { type WalkChoices, walkPath, type WalkReport } from '../simulate/walkPath';
export { walkRelease, type Walked } from '../simulate/walk';
export { rehearse, NOTHING_HAPPENS, type Rehearsal, type RehearsedStep, type Script } from '../simulate/rehearse';
export { type Runner } from '../engine/runner';
export { entriesOf, leftOn, sessionsOfPass, sessionsOfPerson } from '../features/booking/ledger';
export { datesIn, datesOf, seatsAt } from '../features/classes/dates';
export { moneyFor } from '../features/classes/moneyBack';
export { moneyOffered, toldOfDate } from '../features/classes/changeDate';
export { isOffered } from '../features/classes/takeSeat';
export type { Task } from '../features/fulfilment/fold/task';
export { taskState, taskUnits, type TaskState } from '../features/fulfilment/tasks';
export { accessEndsAt, isLate, takenTimes } from '../features/booking/bookSession';
export { fallingAfter, sessionsFalling } from '../features/booking/falling';
export type { PendingEffect } from '../engine/pendingEffect';
