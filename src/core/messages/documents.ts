import { formatDay } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { formatAmount, sum } from '#core/money';
import type { Order, Refund } from '#core/shop';

/** A receipt or credit note as words and columns; a port draws it as a PDF. */
export interface DocumentPaper {
  heading: string;
  number: string;
  /** Said across the paper in a test shop. */
  test: string | null;
  from: string[];
  to: string[];
  facts: { label: string; value: string }[];
  rows: { text: string; amount: string }[];
  total: { label: string; amount: string };
  foot: string[];
}

interface Setting {
  shop: ShopDetails;
  real: boolean;
}
interface Buyer {
  name: string;
  address: string;
}

function paper({ shop, real }: Setting, buyer: Buyer): Pick<DocumentPaper, 'test' | 'from' | 'to'> {
  return { test: real ? null : 'Test shop. No real money moved.', from: [shop.name, shop.senderAddress], to: [buyer.name, buyer.address].filter((t) => t.trim() !== '') };
}

/** What was paid, on which day, under which number. */
export function receiptDocument(setting: Setting, order: Order, buyer: Buyer): DocumentPaper {
  const { locale } = setting.shop;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  return {
    ...paper(setting, buyer),
    heading: 'Receipt',
    number: order.receipt,
    facts: [
      { label: 'Order', value: String(order.number) },
      { label: 'Date', value: formatDay(order.at, order.zone, locale) },
      ...(order.last4 === null ? [] : [{ label: 'Paid with', value: `card ending ${order.last4}` }]),
    ],
    rows: order.lines.map((line) => ({ text: line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`, amount: money(line.paid) })),
    total: { label: 'Paid', amount: money(sum(order.lines.map((l) => l.paid))) },
    foot: ['Paid in full. Nothing more is due.'],
  };
}

/** What was given back against which receipt. */
export function creditNoteDocument(setting: Setting, order: Order, refund: Refund, buyer: Buyer): DocumentPaper {
  const { locale } = setting.shop;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const titleOf = (lineId: string): string => order.lines.find((l) => l.lineId === lineId)?.title ?? '';
  return {
    ...paper(setting, buyer),
    heading: 'Credit note',
    number: refund.creditNote ?? '',
    facts: [
      { label: 'For receipt', value: order.receipt },
      { label: 'Order', value: String(order.number) },
      { label: 'Date', value: formatDay(refund.at, order.zone, locale) },
    ],
    rows: refund.shares.map((share) => ({ text: titleOf(share.lineId), amount: money(share.amount) })),
    total: { label: 'Given back', amount: money(refund.amount) },
    foot: order.last4 === null ? [] : [`To the card ending ${order.last4}.`],
  };
}
