import type { AgreementId, ChargeKey, LineId, OrderId, PassId, PaymentId, RefundId } from '#core/ids';
import { agreementIdOf } from '#core/agreements';
import type { ShopTax } from '#core/catalogue';
import type { Batch } from '#core/journal';
import { sum } from '#core/money';
import { orderStatus } from '#core/shop';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { foldAgreement, restated, withRefund } from './foldAgreement';
import type { ChargeRow, OrderRow, PassRow, RefundRow } from './rows';

/** Rows of the mirror in hand, moved on by batches. It only copies and counts, like the shop's own folding. */
export class MirrorRows {
  readonly orders = new Map<OrderId, OrderRow>();
  readonly passes = new Map<PassId, PassRow>();
  readonly charges = new Map<ChargeKey, ChargeRow>();
  readonly refunds = new Map<RefundId, RefundRow>();
  readonly agreements = new Map<AgreementId, AgreementRow>();
  readonly laterPayments = new Map<PaymentId, LaterPaymentRow>();

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

  #refunded(refundId: RefundId, creditNote: string): void {
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
      const row = this.agreements.get(agreementId ?? agreementIdOf(orderId, share.lineId));
      if (row) this.agreements.set(row.id, withRefund(row, { at: refund.at, amount: share.amount }));
    }
    this.#restate(this.orders.get(orderId));
  }

  /** Money that went back, or that a bank took back: off a later payment where it was one, else off the order's line. */
  #moneyBack(
    of: { orderId: OrderId; lineId: LineId; agreementId?: AgreementId | undefined; paymentId: PaymentId },
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
    const row = this.agreements.get(later?.agreementId ?? agreementIdOf(of.orderId, of.lineId));
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

const titleOf = (lines: readonly { title: string }[]): string => lines.map((l) => l.title).join(', ');
