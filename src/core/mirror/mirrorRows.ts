import type { AgreementId, ChargeKey, LineId, OrderId, PassId, PaymentId, RefundId } from '#core/ids';
import { type Agreement, agreementIdOf, refundStop, type StopReason } from '#core/agreements';
import type { ShopTax } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import type { Batch, EventOf, ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { opened } from '#core/passes';
import {
  addStop,
  agreementsRefunded,
  dropStop,
  evolve,
  newShopState,
  orderStatus,
  type ShopState,
  linesBought,
} from '#core/shop';
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
          const lines = linesBought(quote);
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
            openDisputes: [],
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
          this.passes.set(pass.id, { ...opened(pass), fetched: {}, heldBefore: [] });
          if (pass.cause.kind === 'paid') this.orders.get(pass.cause.orderId)?.passIds.push(pass.id);
          break;
        }
        case 'pass.held':
        case 'pass.released':
        case 'pass.untilMoved':
          this.#heldOrMoved(event, at);
          break;
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
          this.#stops(refundId, (state, a, why) => addStop(state, a, why, at));
          break;
        }
        case 'refund.paid':
          this.#refunded(event.data.refundId, event.data.creditNote);
          break;
        case 'refund.refused': {
          const refund = this.refunds.get(event.data.refundId);
          if (refund) Object.assign(refund, { status: 'refused', refusal: event.data.reason });
          this.#stops(event.data.refundId, dropStop);
          break;
        }
        case 'dispute.opened': {
          const order = event.data.agreementId === undefined ? this.orders.get(event.data.orderId) : undefined;
          if (order) {
            order.openDisputes = [...order.openDisputes, event.data.disputeId];
            Object.assign(order, { dispute: 'open', answerBy: event.data.answerBy });
          }
          this.#restate(order);
          break;
        }
        case 'dispute.closed': {
          const { orderId, agreementId, won, lost, paymentId, disputeId } = event.data;
          const order = this.orders.get(orderId);
          if (order && agreementId === undefined) {
            order.openDisputes = order.openDisputes.filter((id) => id !== disputeId);
            const open = order.openDisputes.length > 0;
            Object.assign(order, {
              dispute: open ? 'open' : won ? 'won' : 'lost',
              answerBy: open ? order.answerBy : null,
            });
          }
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

  /** Money on its way back stops the agreements that it has a say in: folded as the shop does. */
  #stops(refundId: RefundId, change: (state: ShopState, a: Agreement, why: StopReason) => void): void {
    const refund = this.refunds.get(refundId);
    if (!refund || refund.ofCredit !== null) return;
    const state = newShopState();
    for (const [id, { agreement }] of this.agreements) state.agreements.set(id, agreement);
    const { orderId, shares, agreementId } = refund;
    for (const a of agreementsRefunded(state, { orderId, shares, agreementId: agreementId ?? undefined }))
      change(state, a, refundStop(refundId));
  }

  /** By the shop's own folding; how long it was on hold is noted besides. */
  #heldOrMoved(event: EventOf<'pass.held' | 'pass.released' | 'pass.untilMoved'>, at: Instant): void {
    const row = this.passes.get(event.data.passId);
    if (!row) return;
    const state = newShopState();
    state.passes.set(row.id, row);
    const since = row.holds[0]?.since;
    evolve(state, event as ShopEvent, at);
    if (since !== undefined && row.holds.length === 0) row.heldBefore = [...row.heldBefore, { from: since, until: at }];
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
    this.#stops(refundId, dropStop);
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
