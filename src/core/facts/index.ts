export { beginsCheaper, cardPaysOf, quantityOf, replacedIn } from './facts';
