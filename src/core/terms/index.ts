export { beginsCheaper } from '#core/facts';
export {
  Terms,
  LastingTerms,
  Every,
  Trial,
  SetUp,
  isLasting,
  type FreeTerms,
  type OnceTerms,
  type OpenTerms,
  type PlanTerms,
  type SubscriptionTerms,
} from './terms';
export { Access } from './accessKind';
export { accessEnds, accessOf, accessUntil, accessSentence, lengthInWords } from './access';
export {
  scheduleOf,
  firstDues,
  dueAtStart,
  paidOnce,
  duesBefore,
  firstYearOf,
  paymentsFrom,
  paymentAt,
  paymentOf,
  paymentsOf,
  periodEnd,
  type Clock,
  clockOn,
  firstAnchor,
  type Due,
  type Anchor,
} from './schedule';
export { shortTerms, shortWithoutTrial } from './short';
export { comparedWithOnce, paidWithin, planTotal } from './compare';
export {
  statementOf,
  statementOfRest,
  oftenInWords,
  plainText,
  type Statement,
  type StatementPart,
  type StatementContext,
} from './statement';
