export { compareAddress, isAddress } from './address';
export { allCountries, isCountry } from './countryCodes';
export { PostalAddress, postalLines, readPostal } from './postal';
export {
  addressesOf,
  calledBySeller,
  erasedRecord,
  isGone,
  leavingRecord,
  everyAddressOf,
  joinedAway,
  joinedRecord,
  nameAt,
  PersonRecord,
} from './person';
