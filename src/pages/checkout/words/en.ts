import { card } from '../../../core/words/en/card';
import { checkout } from '../../../core/words/en/checkout';

export const words = { ...checkout, card };
