export {
  checkEvent,
  eventKinds,
  type EventOf,
  type EventType,
  fact,
  NewerHistory,
  readEvent,
  type ShopEvent,
  type WrittenEvent,
} from './events/index';
export { type CameFrom, NOWHERE } from './cameFrom';
export { type Batch, parseLine, readEnvelope, serialiseBatch } from './batch';
export { verifyChain, FIRST_PREV, type ChainProblem } from './chain';
