import type { Path } from '#core/paths';

/** A step by hand, its address the word of its id. */
export const step = (id: string, kind: Path['steps'][number]['kind'], more: object = {}): Path['steps'][number] => ({
  id,
  kind,
  pageId: `page_${id}`,
  address: id,
  formerAddresses: [],
  note: '',
  ...(kind === 'offer' ? { offer: { offerId: `off_${id}`, priceId: `pr_${id}` } } : {}),
  ...more,
});
export const to = (id: string) => ({ kind: 'step', step: id }) as const;
/** Page, checkout, a walk offered, a softer one to those who decline, thanks: written by hand. */
export const softer = (): Path => ({
  id: 'path',
  title: 'Wrens',
  note: '',
  address: 'wrens',
  formerAddresses: ['old-wrens'],
  offerId: 'off_main',
  start: 'page',
  steps: [
    step('page', 'page'),
    step('pay', 'checkout'),
    step('walk', 'offer'),
    step('parts', 'offer'),
    step('thanks', 'thanks'),
  ],
  joins: [
    { from: 'page', by: 'next', to: to('pay') },
    { from: 'pay', by: 'next', to: to('walk') },
    { from: 'walk', by: 'yes', to: to('thanks') },
    { from: 'walk', by: 'no', to: to('parts') },
    { from: 'parts', by: 'yes', to: to('thanks') },
    { from: 'parts', by: 'no', to: to('thanks') },
  ],
});
