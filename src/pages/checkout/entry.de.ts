import { card } from '../../core/words/de/card';
import { checkout } from '../../core/words/de/checkout';
import { begin } from './begin';

begin({ ...checkout, card });
