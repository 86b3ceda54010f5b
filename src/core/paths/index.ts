export { Path, type Step } from './path';
export { addressFrom, addressProblem, RESERVED_ADDRESSES } from './address';
export { makePath } from './makePath';
export { resolveAddress, type Place } from './resolve';
