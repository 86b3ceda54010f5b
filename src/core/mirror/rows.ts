import type { Instant } from '#core/calendar';
import type { Quote } from '#core/checkout';
import type { Batch } from '#core/journal';
import { sum } from '#core/money';
import type { Pass } from '#core/passes';
import type { ShopTax } from '#core/catalogue';
import { type OrderLine, orderStatus, type OrderStatus } from '#core/shop';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { agreementsIn, foldAgreement, restated, withRefund } from './foldAgreement';

/** One order as the studio lists it. Amounts in minor units of `currency`. */
export interface OrderRow {
  id: string;
  number: number;
  at: Instant;
  personId: string;
  title: string;
  currency: string;
  zone: string;
  lines: OrderLine[];
  paid: number;
  back: number;
  status: OrderStatus;
  dispute: 'open' | 'won' | 'lost' | null;
  answerBy: Instant | null;
  paymentId: string | null;
  last4: string | null;
  receipt: string;
  passIds: string[];
  refundIds: string[];
}
export interface PassRow extends Pass {
  /** How often each file was fetched, by file id. */
  fetched: Record<string, number>;
  /** When it was on hold before. */
  heldBefore: { from: Instant; until: Instant }[];
}
export interface ChargeRow {
  id: string;
  at: Instant;
  personId: string;
  title: string;
  amount: number;
  currency: string;
  status: 'asked' | 'waits-for-bank' | 'paid' | 'refused' | 'fell-away';
  reason: string | null;
  /** What was asked for, until the order holds it. */
  quote: AskedQuote | null;
}
type AskedQuote = Pick<Quote, 'lines' | 'dueToday' | 'currency' | 'zone' | 'replaces'>;

export interface RefundRow {
  id: string;
  orderId: string;
  at: Instant;
  amount: number;
  currency: string;
  shares: readonly { lineId: string; amount: number; tax: number }[];
  reason: string;
  status: 'asked' | 'paid' | 'refused';
  creditNote: string | null;
  refusal: string | null;
  paymentId: string;
  agreementId: string | null;
  /** Rest of a credit: its credit note was given when the credit was. */
  ofCredit: string | null;
}

type Kind = 'orders' | 'passes' | 'charges' | 'refunds' | 'agreements' | 'laterPayments';
export type Touched = Record<Kind, Set<string>> & { people: Map<string, number> };

/** Which rows some batches change, so that only those are read before and written after. */
export function idsTouched(batches: Iterable<Batch>): Touched {
  const touched: Touched = {
    orders: new Set(),
    passes: new Set(),
    charges: new Set(),
    refunds: new Set(),
    agreements: new Set(),
    laterPayments: new Set(),
    people: new Map(),
  };
  for (const { events } of batches) {
    for (const { type, data } of events) {
      for (const id of agreementsIn(data)) touched.agreements.add(id);
      if ('orderId' in data) touched.orders.add(data.orderId);
      if (type === 'pass.opened' && data.pass.cause.kind === 'paid') touched.orders.add(data.pass.cause.orderId);
      if ('passId' in data) touched.passes.add(data.passId);
      if ('refundId' in data && data.refundId !== null) touched.refunds.add(data.refundId);
      if (type.startsWith('charge.') && 'key' in data) touched.charges.add(data.key);
      if (type === 'order.paid' && data.chargeKey !== null) touched.charges.add(data.chargeKey);
      if (type === 'refund.requested' || type === 'dispute.closed' || type === 'credit.given')
        for (const id of moneyBackTo(data)) touched[id.kind].add(id.id);
      if (type === 'person.changed') touched.people.set(data.personId, data.rev);
    }
  }
  return touched;
}

type MoneyBack = {
  orderId: string;
  paymentId?: string | undefined;
  shares?: readonly { lineId: string }[];
  lost?: readonly { lineId: string }[];
  lineId?: string;
};

/** The later payment and the agreements' rows that money going back changes: those of the order's lines too. */
export function moneyBackTo({
  orderId,
  paymentId,
  shares = [],
  lost = [],
  lineId,
}: MoneyBack): { kind: 'agreements' | 'laterPayments'; id: string }[] {
  const lines = [...shares, ...lost].map((share) => share.lineId).concat(lineId ?? []);
  return [
    ...lines.map((line) => ({ kind: 'agreements' as const, id: agreementIdOfLine(orderId, line) })),
    ...(paymentId === undefined ? [] : [{ kind: 'laterPayments' as const, id: paymentId }]),
  ];
}

/** Rows of the mirror in hand, moved on by batches. It only copies and counts, like the shop's own folding. */
export class MirrorRows {
  readonly orders = new Map<string, OrderRow>();
  readonly passes = new Map<string, PassRow>();
  readonly charges = new Map<string, ChargeRow>();
  readonly refunds = new Map<string, RefundRow>();
  readonly agreements = new Map<string, AgreementRow>();
  readonly laterPayments = new Map<string, LaterPaymentRow>();

  /** @param tax the shop's tax as it stands, for what is left to pay of plans */
  constructor(readonly tax: ShopTax | null) {}

  apply(batch: Pick<Batch, 'at' | 'events'>): void {
    const { at } = batch;
    for (const event of batch.events) {
      foldAgreement(
        {
          agreements: this.agreements,
          later: this.laterPayments,
          firstPaid: (a) => this.orders.get(a.orderId)?.lines.find((l) => l.lineId === a.lineId)?.paid ?? 0,
          tax: this.tax,
        },
        event,
        at,
      );
      switch (event.type) {
        case 'charge.requested': {
          const { key, personId, quote } = event.data;
          this.charges.set(key, {
            id: key,
            at,
            personId,
            title: titleOf(quote.lines),
            amount: quote.dueToday,
            currency: quote.currency,
            status: 'asked',
            reason: null,
            quote: {
              lines: quote.lines,
              dueToday: quote.dueToday,
              currency: quote.currency,
              zone: quote.zone,
              replaces: quote.replaces,
            },
          });
          break;
        }
        case 'charge.waitsForBank':
          this.#charge(event.data.key, { status: 'waits-for-bank' });
          break;
        case 'charge.refused':
          this.#charge(event.data.key, { status: 'refused', reason: event.data.reason, quote: null });
          break;
        case 'charge.fellAway':
          this.#charge(event.data.key, { status: 'fell-away', quote: null });
          break;
        case 'charge.paid':
          this.#charge(event.data.key, { status: 'paid' });
          break;
        case 'order.paid': {
          const { orderId, number, personId, chargeKey, paymentId, last4, receipt } = event.data;
          const charge = chargeKey === null ? undefined : this.charges.get(chargeKey);
          const quote = charge?.quote ?? event.data.quote;
          if (!quote) throw new Error(`Order ${number} is paid, but nothing says for what`);
          if (charge) charge.quote = null;
          const lines = quote.lines.map((line) => ({
            ...line,
            paid: line.dueToday - (quote.replaces?.used ?? 0),
            givenBack: 0,
            taxBack: 0,
            lost: 0,
          }));
          this.orders.set(orderId, {
            id: orderId,
            number,
            at,
            personId,
            title: titleOf(lines),
            currency: quote.currency,
            zone: quote.zone,
            lines,
            paid: quote.dueToday,
            back: 0,
            status: 'paid',
            dispute: null,
            answerBy: null,
            paymentId,
            last4,
            receipt,
            passIds: [],
            refundIds: [],
          });
          break;
        }
        case 'pass.opened': {
          const { pass } = event.data;
          this.passes.set(pass.id, { ...pass, fetched: {}, heldBefore: [] });
          if (pass.cause.kind === 'paid') this.orders.get(pass.cause.orderId)?.passIds.push(pass.id);
          break;
        }
        case 'pass.held':
          this.#pass(event.data.passId, { hold: { why: event.data.why, since: at } });
          break;
        case 'pass.released': {
          const pass = this.passes.get(event.data.passId);
          if (pass?.hold)
            Object.assign(pass, { heldBefore: [...pass.heldBefore, { from: pass.hold.since, until: at }], hold: null });
          break;
        }
        case 'pass.closed':
          this.#pass(event.data.passId, { closed: { why: event.data.why, at } });
          break;
        case 'file.fetched': {
          const pass = this.passes.get(event.data.passId);
          if (pass) pass.fetched = { ...pass.fetched, [event.data.fileId]: event.data.count };
          break;
        }
        case 'refund.requested': {
          const {
            refundId,
            orderId,
            amount,
            currency,
            shares,
            reason,
            paymentId,
            agreementId = null,
            ofCredit = null,
          } = event.data;
          this.refunds.set(refundId, {
            id: refundId,
            orderId,
            at,
            amount,
            currency,
            shares,
            reason,
            status: 'asked',
            creditNote: null,
            refusal: null,
            paymentId,
            agreementId,
            ofCredit,
          });
          this.orders.get(orderId)?.refundIds.push(refundId);
          break;
        }
        case 'refund.paid':
          this.#refunded(event.data.refundId, event.data.creditNote);
          break;
        case 'refund.refused': {
          const refund = this.refunds.get(event.data.refundId);
          if (refund) Object.assign(refund, { status: 'refused', refusal: event.data.reason });
          break;
        }
        case 'dispute.opened': {
          const order = event.data.agreementId === undefined ? this.orders.get(event.data.orderId) : undefined;
          if (order) Object.assign(order, { dispute: 'open', answerBy: event.data.answerBy });
          this.#restate(order);
          break;
        }
        case 'dispute.closed': {
          const { orderId, agreementId, won, lost, paymentId } = event.data;
          const order = this.orders.get(orderId);
          if (order && agreementId === undefined)
            Object.assign(order, { dispute: won ? 'won' : 'lost', answerBy: null });
          for (const share of lost)
            this.#moneyBack(
              { orderId, lineId: share.lineId, agreementId, paymentId: paymentId ?? order?.paymentId ?? '' },
              share,
              'lost',
            );
          this.#restate(order);
          break;
        }
        case 'credit.given':
          this.#moneyBack(event.data, event.data, 'givenBack');
          this.#restate(this.orders.get(event.data.orderId));
      }
    }
  }

  #charge(key: string, change: Partial<ChargeRow>): void {
    const charge = this.charges.get(key);
    if (charge) Object.assign(charge, change);
  }

  #pass(id: string, change: Partial<PassRow>): void {
    const pass = this.passes.get(id);
    if (pass) Object.assign(pass, change);
  }

  #refunded(refundId: string, creditNote: string): void {
    const refund = this.refunds.get(refundId);
    if (!refund) return;
    Object.assign(refund, { status: 'paid', creditNote });
    const { orderId, paymentId, shares, agreementId } = refund;
    for (const share of shares) {
      if (refund.ofCredit === null)
        this.#moneyBack(
          { orderId, lineId: share.lineId, agreementId: agreementId ?? undefined, paymentId },
          share,
          'givenBack',
        );
      const row = this.agreements.get(agreementId ?? agreementIdOfLine(orderId, share.lineId));
      if (row) this.agreements.set(row.id, withRefund(row, { at: refund.at, amount: share.amount }));
    }
    this.#restate(this.orders.get(orderId));
  }

  /** Money that went back, or that a bank took back: off a later payment where it was one, else off the order's line. */
  #moneyBack(
    of: { orderId: string; lineId: string; agreementId?: string | undefined; paymentId: string },
    { amount, tax }: { amount: number; tax: number },
    how: 'givenBack' | 'lost',
  ): void {
    const later = this.laterPayments.get(of.paymentId);
    const payment = this.agreements
      .get(later?.agreementId ?? of.agreementId ?? '')
      ?.agreement.payments.find((p) => p.paymentId === of.paymentId);
    const paid = payment ?? this.orders.get(of.orderId)?.lines.find((l) => l.lineId === of.lineId);
    if (!paid) return;
    paid[how] += amount;
    if (how === 'givenBack') paid.taxBack += tax;
    if (payment && later)
      this.laterPayments.set(later.id, { ...later, back: payment.givenBack + payment.lost, went: 1 });
    const row = this.agreements.get(later?.agreementId ?? agreementIdOfLine(of.orderId, of.lineId));
    if (row)
      this.agreements.set(
        row.id,
        restated(payment ? row : { ...row, first: { ...row.first, back: paid.givenBack + paid.lost } }, this.tax),
      );
  }

  #restate(order: OrderRow | undefined): void {
    if (!order) return;
    order.back = sum(order.lines.map((l) => l.givenBack + l.lost));
    order.status = orderStatus(order);
  }
}

/** The agreement that a line began, when it began one. */
const agreementIdOfLine = (orderId: string, lineId: string): string => `${orderId}-${lineId}`;

const titleOf = (lines: readonly { title: string }[]): string => lines.map((l) => l.title).join(', ');
