export { beginsCheaper, cardPaysOf, quantityOf } from './facts';
