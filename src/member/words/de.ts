import { card } from '../../core/words/de/card';
import { member } from '../../core/words/de/member';

export const words = { ...member, card };
