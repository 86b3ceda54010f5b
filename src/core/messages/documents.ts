import type { Agreement, AgreementPayment } from '#core/agreements';
import { formatDay } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { formatAmount, sum } from '#core/money';
import type { Order, Refund } from '#core/shop';
import { isLasting } from '#core/terms';

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
  /** Named on invoices of businesses; its form was checked. */
  vatNumber?: string | undefined;
}

function paper({ shop, real }: Setting, buyer: Buyer): Pick<DocumentPaper, 'test' | 'from' | 'to'> {
  return {
    test: real ? null : 'Test shop. No real money moved.',
    from: [shop.name, shop.senderAddress],
    to: [buyer.name, buyer.address, buyer.vatNumber ? `VAT number ${buyer.vatNumber}` : ''].filter(
      (t) => t.trim() !== '',
    ),
  };
}

/** What was paid, on which day, under which number. */
export function receiptDocument(setting: Setting, order: Order, buyer: Buyer): DocumentPaper {
  const { locale } = setting.shop;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  return {
    ...paper(setting, buyer),
    heading: paperName({ tax: sum(order.lines.map((l) => l.tax)), buyer: order.buyer }),
    number: order.receipt,
    facts: [
      { label: 'Order', value: String(order.number) },
      { label: 'Date', value: formatDay(order.at, order.zone, locale) },
      ...(order.last4 === null ? [] : [{ label: 'Paid with', value: `card ending ${order.last4}` }]),
    ],
    rows: order.lines.map((line) => ({
      text: `${line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`}${line.coupon ? `, with ${line.coupon.code}` : ''}`,
      amount: money(line.paid),
    })),
    total: { label: 'Paid', amount: money(sum(order.lines.map((l) => l.paid))) },
    foot: [
      ...taxLines(sum(order.lines.map((l) => l.tax)), order.buyer, money),
      order.lines.some((l) => isLasting(l.terms))
        ? 'What is due later stands in the member area.'
        : 'Paid in full. Nothing more is due.',
    ],
  };
}

/** A later payment of a payment plan or subscription. */
export function laterReceiptDocument(
  setting: Setting,
  order: Order,
  a: Agreement,
  payment: AgreementPayment,
  buyer: Buyer,
): DocumentPaper {
  const { locale } = setting.shop;
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const title = a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`;
  return {
    ...paper(setting, buyer),
    heading: paperName(payment),
    number: payment.receipt ?? '',
    facts: [
      { label: 'Order', value: String(order.number) },
      { label: 'Date', value: formatDay(payment.at, a.zone, locale) },
      ...(payment.last4 === null ? [] : [{ label: 'Paid with', value: `card ending ${payment.last4}` }]),
    ],
    rows: [
      ...payment.dues.map((due) => ({
        text: `${title}, payment ${due.n}${a.terms.payments === undefined ? '' : ` of ${a.terms.payments}`}, due ${formatDay(due.at, a.zone, locale)}`,
        amount: money(due.amount),
      })),
      ...(payment.credit > 0 ? [{ text: 'Paid from unused days', amount: money(-payment.credit) }] : []),
    ],
    total: { label: 'Paid', amount: money(payment.amount) },
    foot: taxLines(payment.tax, payment.buyer, money),
  };
}

/** What the paper for a payment is called, on it and wherever it is named. */
export const paperName = ({
  tax,
  buyer,
}: {
  tax: number;
  buyer?: { reverse: boolean } | null | undefined;
}): 'Invoice' | 'Receipt' => (tax > 0 || buyer?.reverse === true ? 'Invoice' : 'Receipt');

function taxLines(
  tax: number,
  buyer: { country: string; reverse: boolean } | null | undefined,
  money: (amount: number) => string,
): string[] {
  if (buyer?.reverse) return ['Reverse charge: the buyer accounts for the tax.'];
  return tax === 0 ? [] : [`Of which ${money(tax)} tax${buyer ? ` (${buyer.country})` : ''}.`];
}

/** What was given back against which receipt: the order's own, or that of a later payment. */
export function creditNoteDocument(
  setting: Setting,
  order: Order,
  refund: Pick<Refund, 'creditNote' | 'at' | 'amount' | 'shares'>,
  against: Pick<AgreementPayment, 'receipt' | 'last4'>,
  buyer: Buyer,
): DocumentPaper {
  const { locale } = setting.shop;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const titleOf = (lineId: string): string => order.lines.find((l) => l.lineId === lineId)?.title ?? '';
  return {
    ...paper(setting, buyer),
    heading: 'Credit note',
    number: refund.creditNote ?? '',
    facts: [
      { label: 'For receipt', value: against.receipt ?? order.receipt },
      { label: 'Order', value: String(order.number) },
      { label: 'Date', value: formatDay(refund.at, order.zone, locale) },
    ],
    rows: refund.shares.map((share) => ({
      text: share.tax > 0 ? `${titleOf(share.lineId)}, of which ${money(share.tax)} tax` : titleOf(share.lineId),
      amount: money(share.amount),
    })),
    total: { label: 'Given back', amount: money(refund.amount) },
    foot: against.last4 === null ? [] : [`To the card ending ${against.last4}.`],
  };
}
