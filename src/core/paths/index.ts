export { Extra, Path, type Step } from './path';
export { addressOfStep, extrasOf, offersAfterPayment } from './steps';
export { addressFrom, addressProblem, RESERVED_ADDRESSES } from './address';
export { makePath } from './makePath';
export { resolveAddress, type Place } from './resolve';
