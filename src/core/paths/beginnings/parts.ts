import {
  fillCheckoutPage,
  fillOfferPage,
  fillSalesPage,
  fillThanksPage,
  fillTurnedBackPage,
  type Page,
} from '#core/pages';
import { addressFrom, freeWord } from '../address';
import { leadOn } from '../editing';
import type { Path, Step } from '../path';
import type { Begun, Known, KnownPrice } from './beginning';

/** A step with the page it shows. */
interface Part {
  step: Step;
  page: Page;
}

const fillOf = {
  page: fillSalesPage,
  checkout: fillCheckoutPage,
  offer: fillOfferPage,
  'turned-back': fillTurnedBackPage,
  thanks: fillThanksPage,
};

/** One step with a good page made from what is known. @param what what an offer after payment offers */
export function partOf({ offer, locale, next }: Known, kind: Step['kind'], address: string, what?: KnownPrice): Part {
  const { title, products } = what?.offer ?? offer;
  const page = fillOf[kind]({ title, products, locale }, next);
  const step: Step = {
    id: next('step'),
    kind,
    pageId: page.id,
    address,
    formerAddresses: [],
    note: '',
    ...(what ? { offer: { offerId: what.offer.id, priceId: what.priceId } } : {}),
  };
  return { step, page };
}

/** A path of these parts, each leading on to the one after it; it begins with the first. */
export function chain(known: Known, parts: readonly Part[]): Begun {
  const { offer, taken, next } = known;
  const steps = parts.map(({ step }) => step);
  const begun: Path = {
    id: next('path'),
    title: offer.title,
    note: '',
    address: freeWord(addressFrom(offer.title) || 'offer', taken),
    formerAddresses: [],
    offerId: offer.id,
    steps,
    joins: [],
    start: steps[0]?.id ?? '',
  };
  const path = steps.reduce((led, { id }, i) => {
    const after = steps[i + 1];
    return after ? leadOn(led, id, after.id) : led;
  }, begun);
  return { path, pages: parts.map(({ page }) => page) };
}
