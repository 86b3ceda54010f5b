import { hydrateRoot } from 'react-dom/client';
import '../pages.css';
import '../../ui/fonts';
import { CheckoutPage } from './CheckoutPage';
import type { CheckoutData } from '../../wire';
import { FORM_WORDS } from './formWords';

const root = document.getElementById('checkout');
const kept = document.getElementById('checkout-data');
if (root && kept) {
  const data = JSON.parse(kept.textContent ?? '') as CheckoutData;
  void FORM_WORDS[data.language]().then(({ words }) => hydrateRoot(root, <CheckoutPage data={data} words={words} />));
}
