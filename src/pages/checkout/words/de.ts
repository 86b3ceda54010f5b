import { card } from '../../../core/words/de/card';
import { checkout } from '../../../core/words/de/checkout';

export const words = { ...checkout, card };
