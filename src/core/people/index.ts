export { compareAddress, isAddress } from './address';
export { PersonRecord } from './person';
