import { card } from '../../core/words/en/card';
import { member } from '../../core/words/en/member';

export const words = { ...member, card };
