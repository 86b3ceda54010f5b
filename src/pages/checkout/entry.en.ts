import { card } from '../../core/words/en/card';
import { checkout } from '../../core/words/en/checkout';
import { begin } from './begin';

begin({ ...checkout, card });
