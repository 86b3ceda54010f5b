import { randomBytes } from 'node:crypto';
import type { Instant } from '#core/calendar';
import { describeContents, type Offer, openedBy } from '#core/catalogue';
import {
  buttonLeadsTo,
  checkoutOf,
  hrefOf,
  mainOffers,
  offerBehind,
  type Path,
  type Step,
  stepOf,
  type Target,
} from '#core/paths';
import type { Release } from '#core/release';
import { wordsFor } from '#core/words';
import type { BlockId, PathId, PriceId, StepId } from '#core/ids';
import { listedOf } from '../../pages/data/listed';
import type { PageReading } from '../../pages/data/reading';
import { priceWords } from '../../pages/priceWords';
import { escapeHtml, pageHtml } from '../../pages/render';
import type { OrderView, PageView, PriceView } from '../../pages/view';

/** What a page is said from: the moment, and the language. */
type PageSaid = Pick<PageReading, 'now' | 'locale' | 'words' | 'pictureUrl'>;

/** A rendered page with places for what is only known at each request. */
export interface Shell {
  html: string;
  /** Whether the page carries its own checkout, whose markup `fill` is then given. */
  hasCheckout: boolean;
  fill(values: Record<string, string>, checkout?: string): string;
}

const CHECKOUT_SLOT = 'checkout';
/** In a checkout's address: the extra that the button added which led there. */
export const WITH = 'with';

/**
 * Renders a page once for a release. Slots are marked with a random word of this rendering, so that nothing a
 * seller types can be mistaken for one; they are filled with escaped text, or with the checkout's own markup.
 */
export function renderShell(
  release: Release,
  path: Path,
  step: Step,
  reading: PageSaid,
  shows: (priceId: PriceId) => boolean,
): Shell {
  const word = randomBytes(12).toString('hex');
  const slot = (name: string): string => `${word}:${name}:`;
  const page = release.content.pages.find((p) => p.id === step.pageId);
  const offers = mainOffersOf(release, path);
  const pricesOf = (offer: Offer): PriceView[] =>
    offer.onSale && !offer.putAway
      ? offer.prices
          .filter((p) => shows(p.id))
          .map((p) => ({
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
        ...viewOf(release, path, step.id, reading),
        checkout: slot(CHECKOUT_SLOT),
        offerOf: (block) => {
          const id = offerBehind(path, step.id, block);
          const offer = offers.find((o) => o.id === id);
          return offer ? { title: offer.title, prices: pricesOf(offer) } : null;
        },
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
  const values: Record<string, string> = {};
  for (const { prices, currency } of mainOffersOf(release, path))
    for (const price of prices) {
      const words = priceWords(price, { currency, zone: shop.zone, locale, now, taken: taken(price.id) });
      for (const [name, text] of Object.entries(words)) values[`${name}-${price.id}`] = text ?? '';
    }
  return values;
}

/** What a path's checkouts sell. */
const mainOffersOf = ({ content }: Release, path: Path): Offer[] =>
  mainOffers(path).flatMap((id) => content.offers.find((o) => o.id === id) ?? []);

/** The address that a way of a path leads to; the checkout's where it leads nowhere any more. */
export function hrefOfTarget({ content }: Release, path: Path, to: Target | null): string {
  if (to?.kind === 'elsewhere') return to.href;
  if (to?.kind === 'path') {
    const other = content.paths.find((p) => p.id === to.path);
    return other ? `/${other.address}` : '/';
  }
  const step = (to && stepOf(path, to.step)) ?? checkoutOf(path);
  return step ? hrefOf(path, step) : `/${path.address}`;
}

/** Where a button leads that carries the facts of an order to a page held elsewhere. */
export const outHref = (path: PathId, step: StepId, block: BlockId): string => `/-/out/${path}/${step}/${block}`;

/** What blocks read besides prices. */
export function viewOf(
  release: Release,
  path: Path,
  /** Where its page stands. */
  stepId: StepId,
  reading: PageSaid,
  order: OrderView | null = null,
): PageView {
  const { locale } = reading;
  const pathOf = (id: PathId): Path | undefined => release.content.paths.find((p) => p.id === id);
  const named = mainOffersOf(release, path).flatMap((offer) => offer.productIds);
  const opened = openedBy(release.content.products, named);
  const products = opened.flatMap((id) => release.content.products.find((p) => p.id === id) ?? []);
  return {
    things: products.map((p) => ({ title: p.title, promise: p.promise, files: describeContents(p, locale) })),
    pictureUrl: (file) => `/pictures/${file.sha256}`,
    leadsTo: (block) => {
      const to = buttonLeadsTo(path, stepId, block);
      if (to?.kind === 'elsewhere' && to.facts) return outHref(path.id, stepId, block.id);
      const href = hrefOfTarget(release, path, to);
      const lower = stepOf(path, stepId)?.lower;
      const said = new URLSearchParams({
        // Whoever turned back finds the lower price chosen.
        ...(lower ? { price: lower.priceId } : {}),
        ...(block.adds === undefined ? {} : { [WITH]: block.adds }),
      });
      return said.size > 0 ? `${href}?${said.toString()}` : href;
    },
    listed(id) {
      const other = pathOf(id);
      return other ? listedOf(release.content, other, reading) : null;
    },
    pathHref(id) {
      const other = pathOf(id);
      return other ? `/${other.address}` : null;
    },
    checkout: null,
    offerOf: () => null,
    words: wordsFor(locale).pages,
    order,
    edit: null,
    richEditor: null,
  };
}
