import type { AgreementId, ChargeKey, LineId, OrderId, PassId, PaymentId, RefundId } from '#core/ids';
import { type Agreement, agreementIdOf, refundStop, type StopReason } from '#core/agreements';
import type { ShopTax } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import type { Batch, EventOf, ShopEvent } from '#core/journal';
import { opened } from '#core/passes';
import { lineBought, type Payment, sumsOf } from '#core/payments';
import {
  addStop,
  agreementsRefunded,
  dropStop,
  disputeClosed,
  disputeOpened,
  evolve,
  moneyBack,
  newShopState,
  paymentBought,
  reserve,
  type ShopState,
} from '#core/shop';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { foldAgreement, restated, withRefund } from './foldAgreement';
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
              replaces: quote.replaces,
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
          this.#joined(event.data);
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
          this.#reserve(refundId, 1);
          this.#stops(refundId, (state, a, why) => addStop(state, a, why, at));
          break;
        }
        case 'refund.paid':
          this.#refunded(event.data.refundId, event.data.creditNote);
          break;
        case 'refund.refused': {
          const refund = this.refunds.get(event.data.refundId);
          if (refund) Object.assign(refund, { status: 'refused', refusal: event.data.reason });
          this.#reserve(event.data.refundId, -1);
          this.#stops(event.data.refundId, dropStop);
          break;
        }
        case 'dispute.opened': {
          const { disputeId, orderId, agreementId, paymentId, answerBy } = event.data;
          const order = this.orders.get(orderId);
          if (!order) break;
          const payment = this.#payment(order, agreementId, paymentId ?? order.payments[0]?.id ?? '');
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
          const payment = this.#payment(order, agreementId, id);
          if (payment) disputeClosed(payment, disputeId, won);
          if (!isBoughtDisputed(order)) order.answerBy = null;
          const { openDisputes } = order.later;
          order.later = { ...order.later, openDisputes: openDisputes.filter((open) => open !== disputeId) };
          this.#moneyBack({ orderId, agreementId, paymentId: id, shares: lost }, 'lost');
          break;
        }
        case 'credit.given':
          this.#moneyBack({ ...event.data, shares: [event.data] }, 'givenBack');
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

  /** Everything of one person becomes another's; of what came before the rows in hand there is nothing to change. */
  #joined({ personId: from, intoId, orderIds, passIds, agreementIds, paymentIds, chargeKeys }: Joined): void {
    const change = <T extends { personId: string }>(rows: Map<string, T>, ids: readonly string[]): void => {
      for (const id of ids) {
        const row = rows.get(id);
        if (row?.personId === from) rows.set(id, { ...row, personId: intoId });
      }
    };
    change(this.orders, orderIds);
    change(this.passes, passIds);
    change(this.laterPayments, paymentIds);
    change(this.charges, chargeKeys);
    change(this.agreements, agreementIds);
    for (const id of agreementIds) {
      const row = this.agreements.get(id);
      if (row) row.agreement.personId = intoId;
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

  #refunded(refundId: RefundId, creditNote: string): void {
    const refund = this.refunds.get(refundId);
    if (!refund) return;
    Object.assign(refund, { status: 'paid', creditNote });
    this.#stops(refundId, dropStop);
    this.#reserve(refundId, -1);
    const { orderId, paymentId, shares, agreementId } = refund;
    if (refund.ofCredit === null)
      this.#moneyBack({ orderId, agreementId: agreementId ?? undefined, paymentId, shares }, 'givenBack');
    for (const share of shares) {
      const row = this.agreements.get(agreementId ?? agreementIdOf(orderId, share.lineId));
      if (row) this.agreements.set(row.id, withRefund(row, { at: refund.at, amount: share.amount }));
    }
  }

  /** A payment by its name: one of what was bought, or a later one. */
  #payment(
    order: OrderRow | undefined,
    agreementId: AgreementId | undefined,
    paymentId: PaymentId,
  ): Payment | undefined {
    const later = this.agreements.get(this.laterPayments.get(paymentId)?.agreementId ?? agreementId ?? '');
    return order?.payments.find((p) => p.id === paymentId) ?? later?.agreement.payments.find((p) => p.id === paymentId);
  }

  #reserve(refundId: RefundId, by: 1 | -1): void {
    const refund = this.refunds.get(refundId);
    if (!refund || refund.ofCredit !== null) return;
    const { orderId, agreementId, paymentId } = refund;
    const payment = this.#payment(this.orders.get(orderId), agreementId ?? undefined, paymentId);
    if (payment) reserve({ payments: new Map([[paymentId, payment]]) }, refund, by);
  }

  /** Money that went back, or that a bank took back, off its payment; whoever shows it is counted again. */
  #moneyBack({ orderId, agreementId, paymentId, shares }: MoneyBack, how: 'givenBack' | 'lost'): void {
    const order = this.orders.get(orderId);
    const payment = this.#payment(order, agreementId, paymentId);
    if (payment) moneyBack({ payments: new Map([[paymentId, payment]]) }, paymentId, shares, how);
    const later = this.laterPayments.get(paymentId);
    if (payment && later) {
      const { back } = sumsOf([payment]);
      this.laterPayments.set(later.id, { ...later, back, went: back > 0 ? 1 : 0 });
      if (order) order.later = { ...order.later, back: order.later.back + back - later.back };
    }
    for (const { lineId } of shares) {
      const row = this.agreements.get(later?.agreementId ?? agreementIdOf(orderId, lineId));
      if (!row) continue;
      const bought = order && lineBought(order, lineId);
      const first = later || !bought ? row.first : { ...row.first, back: bought.givenBack + bought.lost };
      this.agreements.set(row.id, restated({ ...row, first }, this.tax));
    }
    if (order) restate(order);
  }
}

type Joined = EventOf<'people.joined'>['data'];

interface MoneyBack {
  orderId: OrderId;
  agreementId?: AgreementId | undefined;
  paymentId: PaymentId;
  shares: readonly { lineId: LineId; amount: number; tax: number }[];
}
