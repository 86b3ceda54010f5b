import type { AgreementId, ChargeKey, OrderId, PassId, PaymentId, RefundId } from '#core/ids';
import type { ShopTax } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import type { Batch, EventOf, ShopEvent } from '#core/journal';
import { opened } from '#core/passes';
import { lineBought } from '#core/payments';
import { addStop, dropStop, disputeClosed, disputeOpened, evolve, newShopState, paymentBought } from '#core/shop';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { foldAgreement } from './foldAgreement';
import { joinedRows } from './joinedRows';
import { moneyBackRows, paymentAmong, refundedRows, reserveRows, stopRows } from './moneyBackRows';
import { newOrderRow, orderBought, restate, titleOf } from './orderRow';
import { type ChargeRow, isBoughtDisputed, type OrderRow, type PassRow, type RefundRow } from './rows';

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

  apply(batch: Pick<Batch, 'at' | 'by' | 'events'>): void {
    const { at, by = null } = batch;
    for (const event of batch.events) {
      foldAgreement(
        {
          agreements: this.agreements,
          later: this.laterPayments,
          firstPaid: (a) => {
            const order = this.orders.get(a.orderId);
            return order ? lineBought(order, a.lineId).amount : 0;
          },
          tax: this.tax,
        },
        event,
        at,
      );
      switch (event.type) {
        case 'charge.requested': {
          const { key, personId, quote, card } = event.data;
          this.charges.set(key, {
            id: key,
            at,
            personId,
            title: titleOf(quote.lines),
            amount: quote.dueToday,
            currency: quote.currency,
            status: 'asked',
            reason: null,
            ...(card.way === undefined ? {} : { way: card.way }),
            quote: {
              lines: quote.lines,
              dueToday: quote.dueToday,
              currency: quote.currency,
              zone: quote.zone,
              buyer: quote.buyer,
              statement: quote.statement,
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
          const { orderId, number, personId, chargeKey } = event.data;
          const { path, step, entrance } = event.data.came;
          const charge = chargeKey === null ? undefined : this.charges.get(chargeKey);
          const quote = charge?.quote ?? event.data.quote;
          if (!quote) throw new Error(`Order ${number} is paid, but nothing says for what`);
          if (charge) charge.quote = null;
          const order = newOrderRow({ id: orderId, number, at, personId, came: { path, step, entrance } }, quote);
          this.orders.set(orderId, order);
          orderBought(order, paymentBought(quote, { ...event.data, way: charge?.way }, null, at));
          break;
        }
        case 'order.extended': {
          const { orderId, step, chargeKey } = event.data;
          const order = this.orders.get(orderId);
          const charge = chargeKey === null ? undefined : this.charges.get(chargeKey);
          const quote = charge?.quote ?? event.data.quote;
          if (!order || !quote) break;
          if (charge) charge.quote = null;
          order.lines = [...order.lines, ...quote.lines];
          order.title = titleOf(order.lines);
          const lineIds = quote.lines.map((line) => line.lineId);
          order.offers = { ...order.offers, [step]: { answer: 'yes', lineIds, at } };
          orderBought(order, paymentBought(quote, { ...event.data, way: charge?.way }, step, at));
          break;
        }
        case 'offer.declined': {
          const { orderId, step } = event.data;
          const order = this.orders.get(orderId);
          if (order) order.offers = { ...order.offers, [step]: { answer: 'no', lineIds: [], at } };
          break;
        }
        case 'due.paid': {
          const order = this.orders.get(this.agreements.get(event.data.agreementId)?.agreement.orderId ?? '');
          if (!order) break;
          order.later = { ...order.later, paid: order.later.paid + event.data.amount };
          // One that was given back whole is so no more once something is paid again.
          restate(order);
          break;
        }
        case 'people.joined':
          joinedRows(this, event.data);
          break;
        case 'pass.opened': {
          const { pass } = event.data;
          this.passes.set(pass.id, { ...opened(pass), fetched: {} });
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
            by,
            ofCredit,
          });
          this.orders.get(orderId)?.refundIds.push(refundId);
          reserveRows(this, refundId, 1);
          stopRows(this, refundId, (state, a, why) => addStop(state, a, why, at));
          break;
        }
        case 'refund.paid':
          refundedRows(this, event.data.refundId, event.data.creditNote);
          break;
        case 'refund.refused': {
          const refund = this.refunds.get(event.data.refundId);
          if (refund) Object.assign(refund, { status: 'refused', refusal: event.data.reason });
          reserveRows(this, event.data.refundId, -1);
          stopRows(this, event.data.refundId, dropStop);
          break;
        }
        case 'dispute.opened': {
          const { disputeId, orderId, agreementId, paymentId, answerBy } = event.data;
          const order = this.orders.get(orderId);
          if (!order) break;
          const payment = paymentAmong(this, order, agreementId, paymentId ?? order.payments[0]?.id ?? '');
          if (payment) disputeOpened(payment, disputeId);
          if (agreementId === undefined) order.answerBy ??= answerBy;
          else order.later = { ...order.later, openDisputes: [...order.later.openDisputes, disputeId] };
          restate(order);
          break;
        }
        case 'dispute.closed': {
          const { orderId, agreementId, won, lost, disputeId } = event.data;
          const order = this.orders.get(orderId);
          if (!order) break;
          const id = event.data.paymentId ?? order.payments[0]?.id ?? '';
          const payment = paymentAmong(this, order, agreementId, id);
          if (payment) disputeClosed(payment, disputeId, won);
          if (!isBoughtDisputed(order)) order.answerBy = null;
          const { openDisputes } = order.later;
          order.later = { ...order.later, openDisputes: openDisputes.filter((open) => open !== disputeId) };
          moneyBackRows(this, { orderId, agreementId, paymentId: id, shares: lost }, 'lost');
          break;
        }
        case 'credit.given':
          moneyBackRows(this, { ...event.data, shares: [event.data] }, 'givenBack');
      }
    }
  }

  /** By the shop's own folding. */
  #heldOrMoved(event: EventOf<'pass.held' | 'pass.released' | 'pass.untilMoved'>, at: Instant): void {
    const row = this.passes.get(event.data.passId);
    if (!row) return;
    const state = newShopState();
    state.passes.set(row.id, row);
    evolve(state, event as ShopEvent, at);
  }

  #charge(key: string, change: Partial<ChargeRow>): void {
    const charge = this.charges.get(key);
    if (charge) Object.assign(charge, change);
  }

  #pass(id: string, change: Partial<PassRow>): void {
    const pass = this.passes.get(id);
    if (pass) Object.assign(pass, change);
  }
}
