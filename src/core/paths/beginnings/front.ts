import { fillFrontPage, fillLinksPage } from '#core/pages';
import { addressFrom, freeWord } from '../address';
import type { Step } from '../path';
import type { Beginning, Begun, Known } from './beginning';

/** A path of one page that sells nothing itself. */
function frontOf(
  { offer, shopName = '', taken, next }: Known,
  { word, note }: { word: string; note: string },
  page: Begun['pages'][number],
): Begun {
  const step: Step = { id: next('step'), kind: 'page', pageId: page.id, address: '', formerAddresses: [], note: '' };
  return {
    path: {
      id: next('path'),
      title: shopName,
      note,
      address: freeWord(addressFrom(word), taken),
      formerAddresses: [],
      offerId: offer.id,
      front: true,
      steps: [step],
      joins: [],
      start: step.id,
    },
    pages: [page],
  };
}

/** Chosen offers in groups, each leading to its own path. */
export const shopFront: Beginning = {
  id: 'front',
  sentence: 'Show what the shop sells, in groups',
  asks: [],
  front: true,
  make: (known) =>
    frontOf(
      known,
      { word: 'shop', note: 'shop front' },
      fillFrontPage({ title: known.shopName ?? '', locale: known.locale }, known.paths ?? [], known.next),
    ),
};

/** For a profile elsewhere that has room for one address. */
export const linksPage: Beginning = {
  id: 'links',
  sentence: 'A short page of links, for a profile',
  asks: [],
  front: true,
  make: (known) =>
    frontOf(
      known,
      { word: 'links', note: 'page of links' },
      fillLinksPage({ title: known.shopName ?? '', locale: known.locale }, known.paths ?? [], known.next),
    ),
};
