export { ShopEvent, type EventType, type EventOf, eventSchemas } from './events';
export { MAIL_KINDS } from './agreementEvents';
export { BatchEnvelope, type Batch, parseLine, serialiseBatch } from './batch';
export { verifyChain, FIRST_PREV, type ChainProblem } from './chain';
