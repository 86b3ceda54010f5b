export { compareAddress, isAddress } from './address';
export { calledBySeller, erasedRecord, nameAt, PersonRecord } from './person';
