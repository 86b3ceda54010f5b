import { card } from '../../core/words/de/card';
import { sendTo } from '../../core/words/de/sendTo';
import { member } from '../../core/words/de/member';

export const words = { ...member, card, sendTo };
