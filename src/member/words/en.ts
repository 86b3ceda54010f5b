import { card } from '../../core/words/en/card';
import { sendTo } from '../../core/words/en/sendTo';
import { member } from '../../core/words/en/member';

export const words = { ...member, card, sendTo };
