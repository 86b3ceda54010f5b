import type { Response } from 'express';
import type { PersonId, ProductId } from '#core/ids';
import { holderOf, rightsTo } from '#core/shop';
import type { CounterContext } from '../context';
import { groundsIn, type Reading } from '../shared/reading';
import { sendWords } from '../shared/sendWords';
import { whyOpen } from '../shared/whyOpen';

/**
 * Answers whoever asks for something that is not open to them with why: nobody is signed in, it was theirs and is closed,
 * or it is not theirs at all.
 * @param isOne whether there is such a thing at this address
 */
export function tellWhyNot(
  context: CounterContext,
  reading: Reading,
  res: Response,
  { personId, productId, isOne = true }: { personId: PersonId | null; productId: ProductId; isOne?: boolean },
): null {
  const { signIn, closed, notYours } = reading.words.course;
  const tell = (status: number, heading: string, text: string, label: string): null => {
    sendWords(context, reading, res, { status, heading, text, action: { label, href: '/member/' } });
    return null;
  };
  if (personId === null) return tell(401, signIn.heading, signIn.text, signIn.action);
  const had = isOne && rightsTo(holderOf(reading.state, personId), productId, groundsIn(reading)).length > 0;
  return had
    ? tell(403, closed.heading, whyOpen(reading, personId, productId).sentence, closed.action)
    : tell(404, notYours.heading, notYours.text, notYours.action);
}
