import type { Agreement, AgreementPayment } from '#core/agreements';
import { formatDay } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import type { Order, Refund } from '#core/shop';
import { isLasting } from '#core/terms';
import { type Words, wordsFor } from '#core/words';
import type { LineId } from '#core/ids';
import type { Setting } from './letter';

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

interface Buyer {
  name: string;
  address: string;
  /** Named on invoices of businesses; its form was checked. */
  vatNumber?: string | undefined;
}

function paper({ shop, real, locale }: Setting, buyer: Buyer): Pick<DocumentPaper, 'test' | 'from' | 'to'> {
  return {
    test: real ? null : wordsFor(locale).papers.test(),
    from: [shop.name, shop.senderAddress],
    to: [buyer.name, buyer.address, buyer.vatNumber ? wordsFor(locale).papers.vatNumber(buyer.vatNumber) : ''].filter(
      (t) => t.trim() !== '',
    ),
  };
}

/** What was paid, on which day, under which number. */
export function receiptDocument(setting: Setting, order: Order, buyer: Buyer): DocumentPaper {
  const { locale } = setting;
  const say = wordsFor(locale).papers;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  return {
    ...paper(setting, buyer),
    heading: paperName({ tax: sum(order.lines.map((l) => l.tax)), buyer: order.buyer }, locale),
    number: order.receipt,
    facts: [
      { label: say.order(), value: String(order.number) },
      { label: say.date(), value: formatDay(order.at, order.zone, locale) },
      ...(order.last4 === null ? [] : [{ label: say.paidWith(), value: say.card(order.last4) }]),
    ],
    rows: order.lines.map((line) => ({
      text: rowText(say, line),
      amount: money(line.paid),
    })),
    total: { label: say.paid(), amount: money(sum(order.lines.map((l) => l.paid))) },
    foot: [
      ...taxLines(say, sum(order.lines.map((l) => l.tax)), order.buyer, money),
      order.lines.some((l) => isLasting(l.terms)) ? say.laterInMemberArea() : say.inFull(),
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
  const { locale } = setting;
  const say = wordsFor(locale).papers;
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const title = a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`;
  return {
    ...paper(setting, buyer),
    heading: paperName(payment, locale),
    number: payment.receipt ?? '',
    facts: [
      { label: say.order(), value: String(order.number) },
      { label: say.date(), value: formatDay(payment.at, a.zone, locale) },
      ...(payment.last4 === null ? [] : [{ label: say.paidWith(), value: say.card(payment.last4) }]),
    ],
    rows: [
      ...payment.dues.map((due) => ({
        text: say.due(title, due.n, a.terms.payments ?? null, formatDay(due.at, a.zone, locale)),
        amount: money(due.amount),
      })),
      ...(payment.credit > 0 ? [{ text: say.unusedDays(), amount: money(-payment.credit) }] : []),
    ],
    total: { label: say.paid(), amount: money(payment.amount) },
    foot: taxLines(say, payment.tax, payment.buyer, money),
  };
}

type Taxed = { tax: number; buyer?: { reverse: boolean } | null | undefined };

/** What the paper for a payment is called, on it and wherever it is named. */
export const paperName = ({ tax, buyer }: Taxed, locale: string): string =>
  wordsFor(locale).papers.name(tax > 0 || buyer?.reverse === true);

function rowText(
  say: Words['papers'],
  line: { title: string; priceName: string; coupon?: { code: string } | undefined },
): string {
  const text = line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`;
  return line.coupon ? say.withCode(text, line.coupon.code) : text;
}

function taxLines(
  say: Words['papers'],
  tax: number,
  buyer: { country: string; reverse: boolean } | null | undefined,
  money: (amount: number) => string,
): string[] {
  if (buyer?.reverse) return [say.reverseCharge()];
  return tax === 0 ? [] : [say.ofWhichTax(money(tax), buyer?.country ?? null)];
}

/** What was given back against which receipt: the order's own, or that of a later payment. */
export function creditNoteDocument(
  setting: Setting,
  order: Order,
  refund: Pick<Refund, 'creditNote' | 'at' | 'amount' | 'shares'>,
  against: Pick<AgreementPayment, 'receipt' | 'last4'>,
  buyer: Buyer,
): DocumentPaper {
  const { locale } = setting;
  const say = wordsFor(locale).papers;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const titleOf = (lineId: LineId): string => order.lines.find((l) => l.lineId === lineId)?.title ?? '';
  return {
    ...paper(setting, buyer),
    heading: say.creditNote(),
    number: refund.creditNote ?? '',
    facts: [
      { label: say.forReceipt(), value: against.receipt ?? order.receipt },
      { label: say.order(), value: String(order.number) },
      { label: say.date(), value: formatDay(refund.at, order.zone, locale) },
    ],
    rows: refund.shares.map((share) => ({
      text: say.backRow(titleOf(share.lineId), share.tax > 0 ? money(share.tax) : null),
      amount: money(share.amount),
    })),
    total: { label: say.givenBack(), amount: money(refund.amount) },
    foot: against.last4 === null ? [] : [say.toCard(against.last4)],
  };
}
