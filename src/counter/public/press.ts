import type { Request, Response } from 'express';
import { isAddress, readPostal } from '#core/people';
import type { Path, Till } from '#core/paths';
import type { Refusal } from '#core/refusal';
import type { Release } from '#core/release';
import type { KeptCard } from '#core/agreements';
import type { QuoteChoice } from '#core/checkout';
import type { PersonId } from '#core/ids';
import { cartFor, type ChosenBeside, type Command } from '#core/shop';
import { checkoutPrices } from '../../pages/data/checkoutPrices';
import type { PayRequest } from '../../wire';
import type { CounterContext } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { personOfDevice } from '../shared/device';
import { fingerprintHash } from '../shared/fingerprint';
import { languageToKeep, readingFor } from '../shared/reading';
import { isPersonal } from './triedCard';
import { asItCounts, begunAnew, cameWith, giveVisit, tillFor, type Visit } from './visit';

/** Refusals after which the checkout is shown anew, from what is live. */
const SHOWN_ANEW: ReadonlySet<string> = new Set([
  'quote-changed',
  'no-such-price',
  'sold-out',
  'too-many',
  'amount-named',
  'seat-gone',
  'coupon',
  'vat-number',
]);

type Pay = Extract<Command, { type: 'pay' }>;

/** A press of a checkout's button, as what it would come to: nothing of it is written yet. */
export interface Press {
  visit: Visit;
  path: Path;
  live: Release;
  till: Till;
  cart: QuoteChoice;
  beside: ChosenBeside;
  signedIn: boolean;
  /** Whether the answer could tell what the person has whose address was typed. */
  personal: boolean;
  /** Whose address it is; somebody new where nobody has it. */
  claimed: PersonId;
  /** What is asked of the shop. @param asWhom for whom it is worked out */
  command: (asWhom: PersonId, card: KeptCard | null) => Pay;
}

/** @throws Problem where the address cannot be one */
export function readPress(
  context: CounterContext,
  req: Request,
  choice: Omit<PayRequest, 'card' | 'way' | 'holder' | 'name'>,
  { kept, path, live }: { kept: Visit; path: Path; live: Release },
): Press {
  const { visit, release: quoted } = asItCounts(context, kept, live);
  const till = tillFor({ visit, release: quoted }, path, context.runner.now());
  if (!isAddress(choice.address)) throw new Problem(422, (say) => say.badAddress, 'address-wrong');
  const claimed = context.people.find(choice.address)?.id ?? context.ids.next('u');
  const { coupon, country, vatNumber, extras, quantity, named, dates, postal, sendCountry } = choice;
  if (postal && !readPostal(postal)) throw new Problem(422, (say) => say.addressIncomplete, 'address-incomplete');
  const sendTo = postal && { country: postal.country, addressKey: visit.checkout };
  const beside = { coupon, country, vatNumber, extras, quantity, named, dates, sendTo, sendCountry };
  const signedIn = personOfDevice(context, req) === claimed;
  const cart = cartFor(quoted, till, choice.priceId, beside);
  const { shop, locale } = readingFor(context, req);
  return {
    visit,
    path,
    live,
    till,
    cart,
    beside,
    signedIn,
    personal: !signedIn && isPersonal(quoted, cart),
    claimed,
    command: (personId, card) => ({
      type: 'pay',
      checkoutId: visit.checkout,
      personId,
      ...cart,
      release: quoted,
      startedAt: visit.at,
      shown: choice.shown,
      fingerprint: fingerprintHash,
      card,
      signedIn,
      came: cameWith(visit, till),
      language: languageToKeep(shop, locale),
      soldAtStart: visit.sold,
    }),
  };
}

/** A press that was refused: what is shown with it, from what is live, where that is what changed. */
export function pressRefused(
  context: CounterContext,
  req: Request,
  res: Response,
  press: Press,
  refusal: Refusal,
  personId: PersonId,
): Problem {
  if (!SHOWN_ANEW.has(refusal.refused)) return refusalProblem(refusal);
  const { path, live, beside, signedIn } = press;
  // From now on the checkout is quoted from what is live.
  const begun = begunAnew(context, press.visit, live);
  giveVisit(context, res, begun);
  const anew = tillFor({ visit: begun, release: live }, path, context.runner.now());
  const standing = { visit: begun, ...beside, personId, signedIn };
  return refusalProblem(refusal, checkoutPrices(readingFor(context, req), live, anew, standing));
}
