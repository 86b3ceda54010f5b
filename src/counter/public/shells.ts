import { randomBytes } from 'node:crypto';
import type { Instant } from '#core/calendar';
import { describeContents } from '#core/catalogue';
import { buttonLeadsTo, checkoutOf, hrefOf, type Path, type Step, stepOf, type Target } from '#core/paths';
import type { Release } from '#core/release';
import { wordsFor } from '#core/words';
import type { PriceId, StepId } from '#core/ids';
import { priceWords } from '../../pages/priceWords';
import { escapeHtml, pageHtml } from '../../pages/render';
import type { OrderView, PageView, PriceView } from '../../pages/view';

/** A rendered page with places for what is only known at each request. */
export interface Shell {
  html: string;
  /** Whether the page carries its own checkout, whose markup `fill` is then given. */
  hasCheckout: boolean;
  fill(values: Record<string, string>, checkout?: string): string;
}

const CHECKOUT_SLOT = 'checkout';

/**
 * Renders a page once for a release. Slots are marked with a random word of this rendering, so that nothing a
 * seller types can be mistaken for one; they are filled with escaped text, or with the checkout's own markup.
 */
export function renderShell(release: Release, path: Path, step: Step, locale: string): Shell {
  const word = randomBytes(12).toString('hex');
  const slot = (name: string): string => `${word}:${name}:`;
  const page = release.content.pages.find((p) => p.id === step.pageId);
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const prices: PriceView[] =
    offer?.onSale && !offer.putAway
      ? offer.prices.map((p) => ({
          id: p.id,
          name: p.name,
          amount: slot(`amount-${p.id}`),
          usual: p.usual === null ? null : slot(`usual-${p.id}`),
          statement: slot(`statement-${p.id}`),
          notice:
            p.limit.inAll !== null || p.sale.from !== null || p.sale.until !== null ? slot(`notice-${p.id}`) : null,
        }))
      : [];
  const html = page
    ? pageHtml(page, {
        ...viewOf(release, path, step.id, locale),
        checkout: slot(CHECKOUT_SLOT),
        offer: offer ? { title: offer.title, prices } : null,
      })
    : '';
  const pattern = new RegExp(`${word}:([\\w-]+):`, 'g');
  return {
    html,
    hasCheckout: page?.blocks.some((b) => b.kind === 'checkout' && !b.hidden) ?? false,
    fill: (values, checkout = '') =>
      html.replace(pattern, (_, name: string) => (name === CHECKOUT_SLOT ? checkout : escapeHtml(values[name] ?? ''))),
  };
}

/** What the slots of a page hold at a moment. */
export function slotValues(
  release: Release,
  path: Path,
  { now, locale }: { now: Instant; locale: string },
  taken: (priceId: PriceId) => number,
): Record<string, string> {
  const { shop } = release.content;
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const values: Record<string, string> = {};
  for (const price of offer?.prices ?? []) {
    const words = priceWords(price, {
      currency: offer?.currency ?? shop.currency,
      zone: shop.zone,
      locale,
      now,
      taken: taken(price.id),
    });
    for (const [name, text] of Object.entries(words)) values[`${name}-${price.id}`] = text ?? '';
  }
  return values;
}

/** The address that a way of a path leads to; the checkout's where it leads nowhere any more. */
function hrefOfTarget({ content }: Release, path: Path, to: Target | null): string {
  if (to?.kind === 'elsewhere') return to.href;
  if (to?.kind === 'path') {
    const other = content.paths.find((p) => p.id === to.path);
    return other ? `/${other.address}` : '/';
  }
  const step = (to && stepOf(path, to.step)) ?? checkoutOf(path);
  return step ? hrefOf(path, step) : `/${path.address}`;
}

/** What blocks read besides prices. */
export function viewOf(
  release: Release,
  path: Path,
  /** Where its page stands. */
  stepId: StepId,
  locale: string,
  order: OrderView | null = null,
): Omit<PageView, 'offer'> {
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const products = (offer?.productIds ?? [])
    .map((id) => release.content.products.find((p) => p.id === id))
    .filter((p) => p !== undefined);
  return {
    things: products.map((p) => ({ title: p.title, promise: p.promise, files: describeContents(p, locale) })),
    pictureUrl: (file) => `/pictures/${file.sha256}`,
    leadsTo: (block) => hrefOfTarget(release, path, buttonLeadsTo(path, stepId, block)),
    checkout: null,
    words: wordsFor(locale).pages,
    order,
    edit: null,
    richEditor: null,
  };
}
