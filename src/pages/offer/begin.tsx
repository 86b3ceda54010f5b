import { hydrateRoot } from 'react-dom/client';
import type { OfferData } from '../../wire';
import type { FormWords } from '../checkout/formWords';
import { OfferPage } from './OfferPage';

/** Brings an offer after payment to life. */
export function beginOffer(words: FormWords): void {
  const root = document.getElementById('offer');
  const kept = document.getElementById('offer-data');
  if (root && kept)
    hydrateRoot(root, <OfferPage data={JSON.parse(kept.textContent ?? '') as OfferData} words={words} />);
}
