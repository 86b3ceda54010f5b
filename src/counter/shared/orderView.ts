import { agreementIdOf, cardChargeOf } from '#core/agreements';
import { lineName } from '#core/checkout';
import { addMs, HOUR } from '#core/calendar';
import { describeBytes, productKindOf, safeFileName } from '#core/catalogue';
import { restInWords } from '#core/messages';
import { formatAmount } from '#core/money';
import { isOpen, type Pass } from '#core/passes';
import { boughtWith, lineBought, sumsOf } from '#core/payments';
import type { Order } from '#core/shop';
import type { ProductId } from '#core/ids';
import type { OpenFile } from '../../wire';
import type { OrderView } from '../../pages/view';
import { OF_ORDER, readAt } from './readHref';
import type { Reading } from './reading';

/** What a pass opens right now: files and links held elsewhere, each with an address of its own for this buyer. */
export function filesOfPass({ live, now, locale, fileHref }: Reading, pass: Pass): OpenFile[] {
  const product = live?.content.products.find((p) => p.id === pass.productId);
  if (!product || !isOpen(pass, now)) return [];
  const kind = productKindOf(product);
  const until = addMs(now, kind.limits(product).linkHours * HOUR);
  // What opens by a plan is read in its place.
  const along = kind.openings(product).filter(({ part }) => part === null);
  return along.map(({ id, name, file }) => ({
    id,
    name: file ? safeFileName(name) : name,
    size: file ? describeBytes(file.bytes, locale) : '',
    type: file?.type ?? '',
    href: fileHref({ passId: pass.id, fileId: id, until }),
    elsewhere: file === null,
  }));
}

const readOf = ({ live, words }: Reading, id: ProductId): OrderView['things'][number]['read'] => {
  const product = live?.content.products.find((p) => p.id === id);
  return product ? readAt(product, OF_ORDER, words) : null;
};

export const productTitle = ({ live, words }: Pick<Reading, 'live' | 'words'>, productId: ProductId): string =>
  live?.content.products.find((p) => p.id === productId)?.title ?? words.access.gone();

/** An order for the visit that paid it: what it bought, and nothing else of that person. */
export function orderViewFor(reading: Reading, order: Order): OrderView {
  const money = (amount: number): string => formatAmount(amount, order.currency, reading.locale);
  const passes = order.passIds.map((id) => reading.state.passes.get(id)).filter((p) => p !== undefined);
  return {
    number: order.number,
    lines: order.lines.map((l) => ({
      title: lineName(l),
      amount: money(lineBought(order, l.lineId).amount),
    })),
    paid: money(sumsOf(boughtWith(order)).paid),
    later: laterOf(reading, order),
    things: passes.map((pass) => ({
      title: productTitle(reading, pass.productId),
      state: isOpen(pass, reading.now) ? 'open' : 'closed',
      read: readOf(reading, pass.productId),
      files: filesOfPass(reading, pass),
    })),
  };
}

/** What is still due of what was bought, a statement for each payment plan or subscription it began. */
export function laterOf(
  { state, shop, locale }: Pick<Reading, 'state' | 'shop' | 'locale'>,
  order: Order,
  lines = order.lines,
): string[] {
  return lines
    .flatMap((line) => state.agreements.get(agreementIdOf(order.id, line.lineId)) ?? [])
    .map((a) => restInWords(a, { locale, charged: cardChargeOf(a, shop.tax) }))
    .filter((text) => text !== '');
}
