import { hydrateRoot } from 'react-dom/client';
import '../pages.css';
import '../../ui/fonts';
import { CheckoutPage } from './CheckoutPage';
import type { CheckoutData } from './data';

const root = document.getElementById('checkout');
const data = document.getElementById('checkout-data');
if (root && data) hydrateRoot(root, <CheckoutPage data={JSON.parse(data.textContent ?? '') as CheckoutData} />);
