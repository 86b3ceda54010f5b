export { currencies, decimalsOf, isCurrency } from './currency';
export { mulDiv, allocate, sum } from './arithmetic';
export { formatAmount, formatPlain } from './format';
export { parseAmount, type ParsedAmount } from './parse';
