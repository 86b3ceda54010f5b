import type { CardDoes } from './cards';
import type { Card, Charge } from './records';

type Outcome = [status: Charge['status'], reason: string | null];

/** What comes of charging a card or what was approved. @param paidBefore whether it paid something already */
export const outcomeOf = (
  card: Card,
  asked: { amount: number; currency: string },
  paidBefore: () => boolean,
): Outcome => refusedFirst(card, asked, paidBefore) ?? answerOf(card.does, paidBefore);

/** What an approval stands against: the first charge is what was approved, at most; some are good for one. */
function refusedFirst(
  { approved, once }: Card,
  { amount, currency }: { amount: number; currency: string },
  paidBefore: () => boolean,
): ['refused', string] | null {
  if (!approved) return null;
  if (paidBefore()) return once ? ['refused', 'asked-once'] : null;
  if (approved.amount < 0) return ['refused', 'not-approved'];
  return amount > approved.amount || currency !== approved.currency ? ['refused', 'not-approved'] : null;
}

/** What comes of charging a card, and why not. */
export function answerOf(does: CardDoes, paidBefore: () => boolean): Outcome {
  switch (does) {
    case 'goes-through':
    case 'disputed':
      return ['paid', null];
    case 'not-enough-money':
      return ['refused', 'not-enough-money'];
    case 'expired':
      return ['refused', 'expired'];
    case 'asks-bank':
      return ['confirm', null];
    case 'refuses-later':
      return paidBefore() ? ['refused', 'not-enough-money'] : ['paid', null];
    case 'answers-late':
      return ['pending', null];
  }
}
