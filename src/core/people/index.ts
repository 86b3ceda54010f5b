export { compareAddress, isAddress } from './address';
export { addressesOf, calledBySeller, erasedRecord, joinedAway, joinedRecord, nameAt, PersonRecord } from './person';
