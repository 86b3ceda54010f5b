import type { Agreement } from '#core/agreements';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { lineOf, type Payment, sumsOf } from '#core/payments';
import type { Order, Refund } from '#core/shop';
import { isLasting } from '#core/terms';
import { type Words, wordsFor } from '#core/words';
import { boughtRows } from '../emails/boughtRows';
import type { Setting } from '../emails/compose';

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

/** What was paid, on which day, under which number: what was bought at once, line by line, or what an agreement owed. */
export function receiptDocument(
  setting: Setting,
  order: Pick<Order, 'number' | 'lines' | 'currency' | 'zone'>,
  payment: Payment,
  agreement: Agreement | null,
  buyer: Buyer,
): DocumentPaper {
  const { locale } = setting;
  const say = wordsFor(locale).papers;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const sums = sumsOf([payment]);
  const bought = order.lines.filter(({ lineId }) => agreement === null && lineOf(payment, lineId));
  return {
    ...paper(setting, buyer),
    heading: paperName(taxedBy(payment), locale),
    number: payment.receipt ?? '',
    facts: [
      { label: say.order(), value: String(order.number) },
      { label: say.date(), value: formatDay(payment.at, order.zone, locale) },
      ...(payment.last4 === null
        ? []
        : [{ label: say.paidWith(), value: say.card({ last4: payment.last4, way: payment.way }) }]),
    ],
    rows: [
      ...(agreement
        ? dueRows(setting, agreement, payment, money)
        : bought.flatMap((line) => boughtRows(say, line, money))),
      ...(sums.credit > 0 ? [{ text: say.unusedDays(), amount: money(-sums.credit) }] : []),
    ],
    total: { label: say.paid(), amount: money(sums.paid) },
    foot: [
      ...taxLines(say, sums.tax, payment.buyer, money),
      ...(agreement ? [] : [bought.some((l) => isLasting(l.terms)) ? say.laterInMemberArea() : say.inFull()]),
    ],
  };
}

function dueRows(
  { locale }: Setting,
  a: Agreement,
  payment: Payment,
  money: (amount: number) => string,
): { text: string; amount: string }[] {
  const say = wordsFor(locale).papers;
  const title = a.priceName === '' ? a.title : `${a.title}, ${a.priceName}`;
  return payment.lines
    .flatMap((line) => line.dues)
    .map((due) => {
      const text = say.due(title, due.n, a.terms.payments ?? null, formatDay(due.at, a.zone, locale));
      return {
        text: a.owned && due.n === 1 ? say.withOwned(text, money(a.owned.amount)) : text,
        amount: money(due.amount),
      };
    });
}

type Taxed = { tax: number; buyer?: { reverse: boolean } | null | undefined };

/** What the paper for a payment is called, on it and wherever it is named. */
export const paperName = ({ tax, buyer }: Taxed, locale: string): string =>
  wordsFor(locale).papers.name(tax > 0 || buyer?.reverse === true);

/** How a payment is taxed, for what its paper is called. */
export const taxedBy = (payment: Payment): Taxed => ({ tax: sumsOf([payment]).tax, buyer: payment.buyer });

function taxLines(
  say: Words['papers'],
  tax: number,
  buyer: { country: string; reverse: boolean } | null | undefined,
  money: (amount: number) => string,
): string[] {
  if (buyer?.reverse) return [say.reverseCharge()];
  return tax === 0 ? [] : [say.ofWhichTax(money(tax), buyer?.country ?? null)];
}

/** What was given back against which receipt. */
export function creditNoteDocument(
  setting: Setting,
  order: Order,
  refund: Pick<Refund, 'creditNote' | 'at' | 'amount' | 'shares'>,
  against: Pick<Payment, 'receipt' | 'last4' | 'way'>,
  buyer: Buyer,
): DocumentPaper {
  const { locale } = setting;
  const say = wordsFor(locale).papers;
  const money = (amount: number): string => formatAmount(amount, order.currency, locale);
  const nameOf = ({ lineId, units }: Refund['shares'][number]): string => {
    const title = order.lines.find((l) => l.lineId === lineId)?.title ?? '';
    return units === undefined ? title : `${units} × ${title}`;
  };
  return {
    ...paper(setting, buyer),
    heading: say.creditNote(),
    number: refund.creditNote ?? '',
    facts: [
      { label: say.forReceipt(), value: against.receipt ?? '' },
      { label: say.order(), value: String(order.number) },
      { label: say.date(), value: formatDay(refund.at, order.zone, locale) },
    ],
    rows: refund.shares.map((share) => ({
      text: say.backRow(nameOf(share), share.tax > 0 ? money(share.tax) : null),
      amount: money(share.amount),
    })),
    total: { label: say.givenBack(), amount: money(refund.amount) },
    foot: against.last4 === null ? [] : [say.toCard({ last4: against.last4, way: against.way })],
  };
}
