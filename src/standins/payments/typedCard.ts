import { checkDigitRight, SAMPLE_CARDS } from './cards';
import type { Card } from './records';
import { Rejected } from './rejected';

/** A card as its owner types it. */
export interface TypedCard {
  number: string;
  expiry: string;
  code: string;
}

/**
 * Reads a card that was typed. @param now in milliseconds
 * @throws Rejected with a sentence for whoever typed it
 */
export function cardTyped(typed: TypedCard, now: number): Omit<Card, 'token'> {
  const number = typed.number.replace(/\s/g, '');
  if (!checkDigitRight(number)) throw new Rejected(422, 'This card number is not complete or has a slip in it.');
  if (!/^\d{3,4}$/.test(typed.code.trim())) throw new Rejected(422, 'The code on the card has three or four digits.');
  const expiry = /^(\d{1,2})\s*\/\s*(?:20)?(\d{2})$/.exec(typed.expiry.trim());
  if (!expiry || Number(expiry[1]) < 1 || Number(expiry[1]) > 12)
    throw new Rejected(422, 'The expiry is a month and a year, like 11 / 29.');
  const ends = Date.UTC(2000 + Number(expiry[2]), Number(expiry[1]), 1);
  if (ends <= now) throw new Rejected(422, 'This card has expired.');
  const sample = SAMPLE_CARDS.find((card) => card.number === number);
  if (!sample) throw new Rejected(422, 'This card is not known here. Only sample cards exist in a test shop.');
  return {
    number,
    expiry: `${expiry[1]}/${expiry[2]}`,
    expires: `20${expiry[2]}-${(expiry[1] ?? '').padStart(2, '0')}`,
    country: 'PT',
    last4: number.slice(-4),
    does: sample.does,
  };
}
