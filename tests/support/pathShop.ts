import { newCoupon, newOffer, newPrice } from '#core/catalogue';
import { addStep } from '#core/paths';
import { type DraftContent, type ReleaseContent, sealContent } from '#core/release';
import { draftContent } from './release';
import type { DraftTermsGiven } from './shopInMemory';

/** What the path of this shop sells beside its pack and after it. */
export interface Beside {
  extras?: readonly DraftTermsGiven[];
  offers?: readonly DraftTermsGiven[];
  edit?: (content: DraftContent) => void;
}

/**
 * A shop with one path at /field-pack: page, checkout with extras, offers after payment, thanks. The extras are "off_x0",
 * "off_x1", …, the offers "off_o0", …; a coupon SPRING takes a tenth off everything.
 */
export function pathContent({ extras = [], offers = [], edit }: Beside): ReleaseContent {
  const content = draftContent();
  const [product] = content.products;
  const [path] = content.paths;
  const checkout = path?.steps.find((s) => s.kind === 'checkout');
  if (!product || !path || !checkout) throw new Error('no path');
  const sell = (id: string, title: string, terms: DraftTermsGiven): { offerId: string; priceId: string } => {
    const own = { ...product, id: `prd_${id}`, title };
    content.products.push(own);
    content.offers.push({
      ...newOffer(`off_${id}`, own, 'EUR'),
      prices: [newPrice(`pr_${id}`, { terms })],
      upgrades: false,
    });
    return { offerId: `off_${id}`, priceId: `pr_${id}` };
  };
  checkout.extras = extras.map((terms, i) => ({
    id: `ex_${i}`,
    ...sell(`x${i}`, `Extra ${i}`, terms),
    heading: '',
    text: '',
    strength: 'clear',
  }));
  const steps = offers.map((terms, i) => {
    const page = { id: `page_o${i}`, kind: 'sales' as const, title: '', description: '', blocks: [] };
    content.pages.push(page);
    return { id: `step_o${i}`, kind: 'offer' as const, pageId: page.id, offer: sell(`o${i}`, `Offer ${i}`, terms) };
  });
  // Each leads on to the one after it, taken or not.
  const led = steps.reduceRight((p, step) => addStep(p, step, { after: checkout.id, by: 'next' }), path);
  Object.assign(path, led, {
    steps: led.steps.map((step) =>
      step.kind === 'offer' ? { ...step, address: `offer-${steps.findIndex((s) => s.id === step.id) + 1}` } : step,
    ),
  });
  content.coupons.push(newCoupon('cp', 'EUR', { code: 'SPRING', percent: '10', acts: 'first', payments: '1' }));
  edit?.(content);
  return sealContent(content);
}
