import { article } from './article';
import { cardStatement } from './cardStatement';
import { daysOfSale } from './daysOfSale';
import { endsSubscription } from './endsSubscription';
import { firstPayment } from './firstPayment';
import { introductory } from './introductory';
import { limit } from './limit';
import type { PriceOption } from './option';
import { ownedParts } from './ownedParts';
import { risingPrice } from './risingPrice';
import { sending } from './sending';
import { setUp } from './setUp';
import { trial } from './trial';
import { usualPrice } from './usualPrice';
import { wordsInstead } from './wordsInstead';

export type { OptionParts, PriceOption } from './option';

/** How paying begins: said before how long access lasts. */
export const BEGINNINGS: readonly PriceOption[] = [trial, setUp, introductory, firstPayment];

/** All else, said after it, in this order. */
export const OPTIONS: readonly PriceOption[] = [
  usualPrice,
  wordsInstead,
  risingPrice,
  limit,
  daysOfSale,
  endsSubscription,
  ownedParts,
  sending,
  cardStatement,
  article,
];
