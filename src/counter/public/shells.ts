import { randomBytes } from 'node:crypto';
import type { Instant } from '#core/calendar';
import { describeFiles } from '#core/catalogue';
import { formatAmount } from '#core/money';
import type { Path, Step } from '#core/paths';
import type { Release } from '#core/release';
import { plainText, statementOf } from '#core/terms';
import { escapeHtml, pageHtml } from '../../pages/render';
import type { OrderView, PageView, PriceView } from '../../pages/view';

/** A rendered page with places for what is only known at each request. */
export interface Shell {
  html: string;
  fill(values: Record<string, string>): string;
}

/**
 * Renders a page once for a release. Slots are marked with a random word of this rendering, so that nothing a
 * seller types can be mistaken for one; they are filled with escaped text.
 */
export function renderShell(release: Release, path: Path, step: Step): Shell {
  const word = randomBytes(12).toString('hex');
  const slot = (name: string): string => `${word}:${name}:`;
  const page = release.content.pages.find((p) => p.id === step.pageId);
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const prices: PriceView[] = offer?.onSale ? offer.prices.map((p) => ({ id: p.id, name: p.name, amount: slot(`amount-${p.id}`), usual: p.usual === null ? null : slot(`usual-${p.id}`), statement: slot(`statement-${p.id}`) })) : [];
  const html = page ? pageHtml(page, { ...viewOf(release, path), offer: offer ? { title: offer.title, prices } : null }) : '';
  const pattern = new RegExp(`${word}:([\\w-]+):`, 'g');
  return { html, fill: (values) => html.replace(pattern, (_, name: string) => escapeHtml(values[name] ?? '')) };
}

/** What the slots of a page hold at a moment. */
export function slotValues(release: Release, path: Path, now: Instant): Record<string, string> {
  const { shop } = release.content;
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const values: Record<string, string> = {};
  for (const price of offer?.prices ?? []) {
    const currency = offer?.currency ?? shop.currency;
    values[`amount-${price.id}`] = price.terms.kind === 'free' ? 'free' : formatAmount(price.terms.amount, currency, shop.locale);
    values[`usual-${price.id}`] = price.usual === null ? '' : formatAmount(price.usual, currency, shop.locale);
    values[`statement-${price.id}`] = plainText(statementOf(price.terms, { currency, start: now, zone: shop.zone, locale: shop.locale, when: 'today' }));
  }
  return values;
}

/** What blocks read besides prices. */
export function viewOf(release: Release, path: Path, order: OrderView | null = null): Omit<PageView, 'offer'> {
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const products = (offer?.productIds ?? []).map((id) => release.content.products.find((p) => p.id === id)).filter((p) => p !== undefined);
  return {
    things: products.map((p) => ({ title: p.title, promise: p.promise, files: describeFiles(p.files) })),
    pictureUrl: (file) => `/pictures/${file.sha256}`,
    checkoutHref: `/${path.address}/checkout`,
    order,
    edit: null,
  };
}
