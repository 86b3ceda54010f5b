import type { Request } from 'express';
import type { Instant } from '#core/calendar';
import { localesOf, type ShopDetails } from '#core/catalogue';
import { waysOpen } from '#core/ways';
import { isCountry, type PersonRecord } from '#core/people';
import { chooseLocale, LANGUAGE_NAMES, languageOf, wordsFor } from '#core/words';
import type { FileId, PassId, ProductId } from '#core/ids';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { cookiesOf } from '../http/cookies';
import type { PageReading } from '../../pages/data/reading';
import type { Grounds, History } from '#core/shop';
import { signToken } from '../http/signing';
import { fingerprintHash } from './fingerprint';
import { textOf } from '../http/textOf';

/** What a view is made from: how things stand at a moment, and for whom in which language. It can change nothing. */
export interface Reading extends PageReading {
  person: (id: string) => PersonRecord | undefined;
  /** How a product came to be what it is today. */
  history: (productId: ProductId) => History;
  /** The address of something a pass opens, for its buyer alone and until a moment. */
  fileHref: (of: { passId: PassId; fileId: FileId; until: Instant }) => string;
}

export const LANGUAGE_COOKIE = 'keel_language';

/** The locale a request is answered in: chosen on a page, else the browser's, among those that are switched on. */
export function localeFor(shop: ShopDetails, req: Request): string {
  const asked = textOf(req.query['language']) || (cookiesOf(req)[LANGUAGE_COOKIE] ?? '');
  return chooseLocale(localesOf(shop), asked === '' ? null : asked, req.get('accept-language') ?? '');
}

/** The languages that are switched on besides the one in hand, each as it calls itself. */
export const otherLanguages = (shop: ShopDetails, locale: string): { name: string; language: string }[] =>
  localesOf(shop)
    .filter((other) => other !== locale)
    .map((language) => ({ language, name: LANGUAGE_NAMES[languageOf(language)] }));

/** What an order keeps of it: null where it is the shop's own, so that a shop that changes its own takes it along. */
export const languageToKeep = (shop: ShopDetails, locale: string): string | null =>
  languageOf(locale) === languageOf(shop.locale) ? null : locale;

export function readingIn(context: CounterContext, locale: string): Reading {
  return {
    state: context.runner.state,
    live: liveRelease(context),
    now: context.runner.now(),
    shop: shopOf(context),
    locale,
    words: wordsFor(locale),
    cards: { service: context.outside.cardService, samples: context.mode !== 'real' },
    ways: waysOpen(context.ways.ready(), shopOf(context).ways),
    pictureUrl: ({ sha256 }) => `/pictures/${sha256}`,
    fingerprint: fingerprintHash,
    person: (id) => context.people.get(id),
    history: (productId) => context.runner.history(productId),
    fileHref: ({ passId, fileId, until }) =>
      `/get/${signToken(context.secrets.signing, 'file', { p: passId, f: fileId, u: until })}`,
  };
}

/** How things stand, for whoever asks. */
export const readingFor = (context: CounterContext, req: Request): Reading => ({
  ...readingIn(context, localeFor(shopOf(context), req)),
  region: regionOf(req.get('accept-language') ?? ''),
});

/** The country that a browser names itself: only where it stands in the list, as in "de-AT", and never guessed from a language. */
function regionOf(accepted: string): string | null {
  const [first = ''] = accepted.split(',');
  const region = /^[a-z]{2,3}(?:-[a-z]{4})?-([a-z]{2})\b/i.exec(first.trim())?.[1]?.toUpperCase();
  return region !== undefined && isCountry(region) ? region : null;
}

/** What is looked at to say who may open what. */
export const groundsIn = ({ now, shop, live, history }: Reading): Grounds => ({
  now,
  zone: shop.zone,
  products: live?.content.products ?? [],
  history,
});
