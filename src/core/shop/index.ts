export {
  newShopState,
  type ShopState,
  type Order,
  type OfferAfterPayment,
  type AnsweredOffer,
  type OfferMet,
  type Charge,
  type Progress,
  type Refund,
  type Dispute,
  type DueCharge,
  type Credit,
} from './state';
export type { AgreementMoment } from './dueIndex';
export { evolve, evolveBatch } from './evolve';
export { paymentBought } from './bought';
export { addPayment, disputeClosed, disputeOpened, moneyBack, reserve } from './evolvePayments';
export {
  askedAfterPayment,
  boughtAt,
  offerQuote,
  offerStanding,
  type OfferStanding,
  runsAlready,
} from './afterPayment';
export { addStop, agreementsRefunded, dropStop } from './evolveStops';
export { decide } from './decide';
export type { Command, DecideContext, Decision, Executed } from './command';
export { dueWork } from './dueWork';
export { orderStatus, type OrderStatus, statusOf } from './orderStatus';
export { planRefund, refundLeft, type RefundPlan } from './commands/refund';
export { standingOf } from './standing';
export { isSubscribed } from './subscribed';
export { historiesFrom, type History, NO_HISTORY } from './history';
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
} from './rights';
export { hasForAsLong } from './commands/passesByHand';
export { followCourse, type Followed, type Follower } from './followed';
export { presentPerson } from './joined';
export { subscribedTwice } from './commands/joinPeople';
export { passesFor } from './passesFor';
export { muchFetched, type MuchFetched } from './unusual';
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
} from './ports';
export { NotAnswered, StorageFailed } from './ports';
export { memoryPorts, type MemoryPorts } from './memoryPorts';
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
} from './agreements';
export { cartFor, type ChosenBeside, hasAlready, hasOpen } from './cart';
export { offerOfStep, offerPassed, walkFacts } from './walking';
export { practiseAnswer, practisePay } from './practice';
export { choicesTo } from './walkTo';
export { type WalkChoices, walkPath, type WalkReport } from './walkPath';
export { walkRelease, type Walked } from './walk';
export { rehearse, NOTHING_HAPPENS, type Rehearsal, type RehearsedStep, type Script } from './rehearse';
export { createRunner, type Runner } from './runner';
export { entriesOf, leftOn, sessionsOfPass, sessionsOfPerson } from './sessions/ledger';
export { datesIn, datesOf, seatsAt } from './classes/dates';
export { moneyFor } from './classes/moneyBack';
export { moneyOffered, toldOfDate } from './commands/changeDate';
export { isOffered } from './commands/takeSeat';
export type { Task } from './tasks/task';
export { taskState, taskUnits, type TaskState } from './tasks/tasks';
export { accessEndsAt, isLate, takenTimes } from './commands/bookSession';
export { fallingAfter, sessionsFalling } from './sessions/falling';
export type { PendingEffect } from '../engine/pendingEffect';
