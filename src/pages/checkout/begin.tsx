import { hydrateRoot } from 'react-dom/client';
import '../pages.css';
import '../../ui/fonts';
import type { CheckoutData } from '../../wire';
import { CheckoutPage } from './CheckoutPage';
import type { FormWords } from './formWords';

/** Brings the page that the counter drew to life, at once: a button pressed early is pressed. */
export function begin(words: FormWords): void {
  if (document.getElementById('offer')) void import('../offer/begin').then(({ beginOffer }) => beginOffer(words));
  const root = document.getElementById('checkout');
  const kept = document.getElementById('checkout-data');
  if (!root || !kept) return;
  hydrateRoot(root, <CheckoutPage data={JSON.parse(kept.textContent ?? '') as CheckoutData} words={words} />);
}
