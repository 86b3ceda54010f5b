import { plainFromRich, type Product } from '#core/catalogue';
import type { Block } from './block';
import type { Page } from './page';

type NextId = (prefix: string) => string;
interface Known {
  title: string;
  products: readonly Product[];
}

/** A sales page with sensible blocks from what is already known of the offer; empty parts are left out. */
export function fillSalesPage(known: Known, next: NextId): Page {
  const first = known.products[0];
  const blocks: Block[] = [{ id: next('b'), kind: 'headline', text: known.title, under: first?.promise ?? '' }];
  if (first?.picture) blocks.push({ id: next('b'), kind: 'picture', file: first.picture.file, alt: first.picture.alt });
  if (first && plainFromRich(first.description).trim() !== '')
    blocks.push({ id: next('b'), kind: 'text', text: first.description });
  const benefits = known.products.flatMap((p) => p.benefits).filter((b) => b.trim() !== '');
  if (benefits.length > 0)
    blocks.push({ id: next('b'), kind: 'benefits', title: 'What it does for you', items: benefits });
  blocks.push({ id: next('b'), kind: 'contents', title: 'What you get' });
  blocks.push({ id: next('b'), kind: 'offer', title: known.title, button: 'Get it now', note: '' });
  return { id: next('page'), kind: 'sales', title: '', description: first?.promise ?? '', blocks };
}

/** A checkout page: the recap and the form. */
export function fillCheckoutPage(known: Known, next: NextId): Page {
  return {
    id: next('page'),
    kind: 'checkout',
    title: '',
    description: '',
    blocks: [
      { id: next('b'), kind: 'headline', text: known.title, under: '' },
      { id: next('b'), kind: 'checkout', button: '', note: '' },
    ],
  };
}

/** A thank-you page: what was bought, and a button that opens each thing. */
export function fillThanksPage(_known: Known, next: NextId): Page {
  return {
    id: next('page'),
    kind: 'thanks',
    title: '',
    description: '',
    blocks: [
      { id: next('b'), kind: 'headline', text: 'Thank you. It is yours.', under: '' },
      { id: next('b'), kind: 'downloads', title: 'Open it now' },
      { id: next('b'), kind: 'recap', title: 'What you bought' },
    ],
  };
}
