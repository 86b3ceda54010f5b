import type { Step } from './path';

/** What a kind of step is called, for the seller. */
export const STEP_KIND_NAMES: Readonly<Record<Step['kind'], string>> = {
  page: 'page',
  checkout: 'checkout',
  offer: 'offer after payment',
  'turned-back': 'page for people who leave the checkout',
  thanks: 'thank-you page',
};
