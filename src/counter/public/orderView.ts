import { chargeFor } from '#core/agreements';
import { addMs, HOUR } from '#core/calendar';
import { describeBytes, safeFileName } from '#core/catalogue';
import { formatAmount, sum } from '#core/money';
import { isOpen, type Pass } from '#core/passes';
import { restInWords } from '#core/messages';
import type { Order } from '#core/shop';
import type { OrderView } from '../../pages/view';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { signToken } from '../http/signing';

export interface OpenFile {
  id: string;
  name: string;
  /** Empty for a link held elsewhere. */
  size: string;
  type: string;
  href: string;
  elsewhere: boolean;
}

/** What a pass opens right now: files and links held elsewhere, each with an address of its own for this buyer. */
export function filesOfPass(context: CounterContext, pass: Pass): OpenFile[] {
  const now = context.runner.now();
  const product = liveRelease(context)?.content.products.find((p) => p.id === pass.productId);
  if (!product || !isOpen(pass, now)) return [];
  const until = addMs(now, product.downloads.linkHours * HOUR);
  const hrefOf = (id: string): string =>
    `/get/${signToken(context.secrets.signing, 'file', { p: pass.id, f: id, u: until })}`;
  return [
    ...product.files.map((file) => ({
      id: file.id,
      name: safeFileName(file.name),
      size: describeBytes(file.bytes),
      type: file.type,
      href: hrefOf(file.id),
      elsewhere: false,
    })),
    ...product.links.map((link) => ({
      id: link.id,
      name: link.title.trim() || new URL(link.url.trim()).hostname,
      size: '',
      type: '',
      href: hrefOf(link.id),
      elsewhere: true,
    })),
  ];
}

export const productTitle = (context: CounterContext, productId: string): string =>
  liveRelease(context)?.content.products.find((p) => p.id === productId)?.title ?? 'Something that is no longer shown';

/** An order for the visit that paid it: what it bought, and nothing else of that person. */
export function orderViewFor(context: CounterContext, order: Order): OrderView {
  const { locale } = shopOf(context);
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const passes = order.passIds.map((id) => context.runner.state.passes.get(id)).filter((p) => p !== undefined);
  return {
    number: order.number,
    lines: order.lines.map((l) => ({
      title: l.priceName === '' ? l.title : `${l.title}, ${l.priceName}`,
      amount: money(l.paid),
    })),
    paid: money(sum(order.lines.map((l) => l.paid))),
    later: laterOf(context, order),
    things: passes.map((pass) => ({
      title: productTitle(context, pass.productId),
      state: isOpen(pass, context.runner.now()) ? 'open' : 'closed',
      files: filesOfPass(context, pass),
    })),
  };
}

/** What is still due of an order, a statement for each payment plan or subscription it began. */
export function laterOf(context: CounterContext, order: Order): string[] {
  const { locale, tax } = shopOf(context);
  const agreements = order.lines.flatMap(
    (line) => context.runner.state.agreements.get(`${order.id}-${line.lineId}`) ?? [],
  );
  return agreements
    .map((a) => restInWords(a, { locale, charged: (due) => chargeFor(a, due, tax).amount }))
    .filter((text) => text !== '');
}
