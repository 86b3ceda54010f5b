import { formatAmount, parseAmount } from '#core/money';
import { mainOffers, type Path, pricesKept } from '#core/paths';
import type { DraftContent } from '../content';
import { type Finding, quoted } from '../finding';

type Offer = DraftContent['offers'][number];

/** What one path asks of everybody for what it sells, where it can be paid at once. */
interface Asked {
  path: Path;
  offer: Offer;
  /** The lowest that is paid at once, in minor units; null where nothing is. */
  once: number | null;
}

/** What an offer asks of everybody on a path, by itself: what is kept for some, or comes later, is another matter. */
function askedOn(path: Path, offer: Offer): Asked {
  const kept = pricesKept(path);
  const amounts = offer.prices.flatMap(({ id, terms, onlyAt }) => {
    if (onlyAt || kept.has(id) || terms.kind !== 'once') return [];
    const amount = parseAmount(terms.amount, offer.currency);
    return amount.ok ? [amount.minor] : [];
  });
  return { path, offer, once: amounts.length === 0 ? null : Math.min(...amounts) };
}

const thingsOf = ({ productIds }: Offer): string => [...productIds].sort().join('/');

/**
 * The same things at two prices where everybody sees both, or in two currencies: whoever finds the other feels cheated,
 * or writes to ask. It may be meant so.
 */
export function priceFindings({ paths, offers, shop }: Pick<DraftContent, 'paths' | 'offers' | 'shop'>): Finding[] {
  const found: Finding[] = [];
  const asked = paths.flatMap((path) =>
    mainOffers(path).flatMap((id) => {
      const offer = offers.find((o) => o.id === id && o.onSale && !o.putAway && o.productIds.length > 0);
      return offer ? [askedOn(path, offer)] : [];
    }),
  );
  const first = new Map<string, Asked>();
  for (const now of asked) {
    const before = first.get(thingsOf(now.offer));
    if (!before) first.set(thingsOf(now.offer), now);
    else if (before.offer.id !== now.offer.id) {
      const about = { kind: 'path', id: now.path.id } as const;
      const look = (code: string, text: string): void => void found.push({ level: 'look', code, text, about });
      if (before.offer.currency !== now.offer.currency)
        look(
          'two-currencies',
          `${quoted(now.path.title)} sells in ${now.offer.currency} what ${quoted(before.path.title)} sells in ${before.offer.currency}: each buyer pays in that of the page they came to.`,
        );
      else if (before.once !== null && now.once !== null && before.once !== now.once) {
        const money = (amount: number): string => formatAmount(amount, now.offer.currency, shop.locale);
        look(
          'two-prices',
          `The same costs ${money(before.once)} on ${quoted(before.path.title)} and ${money(now.once)} on ${quoted(now.path.title)}, and everybody sees both. Show one only through a special link if it is meant for some.`,
        );
      }
    }
  }
  for (const { offer, path } of asked) {
    const names = new Set<string>();
    for (const { id, name, terms, onlyAt } of offer.prices) {
      const called = `${name.trim().toLowerCase()}/${terms.kind}`;
      if (onlyAt || pricesKept(path).has(id)) continue;
      if (names.has(called)) {
        const text = `Two prices of ${quoted(offer.title)} are called ${name.trim() === '' ? 'nothing' : quoted(name.trim())}: name each, so that a buyer can choose.`;
        if (!found.some((f) => f.text === text))
          found.push({ level: 'look', code: 'prices-alike', text, about: { kind: 'offer', id: offer.id } });
      }
      names.add(called);
    }
  }
  return found;
}
