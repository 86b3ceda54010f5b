import { createHash, randomBytes } from 'node:crypto';
import { join } from 'node:path';
import type { StandInClock } from '../shared/clock';
import { openLines } from '../shared/lines';
import { answerOf, outcomeOf } from './outcome';
import type { Approval, Card, Charge, Dispute, Line, Notice, RefundAnswer } from './records';
import { ANSWERS_AFTER_MS, type CardDoes, DISPUTE_LASTS_MS, DISPUTED_AFTER_MS } from './cards';
import { feeOfCharge, feeOfDispute, feeOfRefund, USUAL_TARIFF } from './fees';
import { Rejected } from './rejected';
import { cardTyped, type TypedCard } from './typedCard';

/**
 * A small payment service that lives in its own file: it keeps cards and hands out tokens, charges, refunds,
 * voids, and lets time bring late answers and disputes. The same key with the same body always has the same answer.
 */
export class PaymentService {
  readonly #lines;
  readonly #clock: StandInClock;
  readonly cards = new Map<string, Card>();
  readonly approvals = new Map<string, Approval>();
  readonly charges = new Map<string, Charge>();
  readonly byKey = new Map<string, Charge>();
  readonly disputes = new Map<string, Dispute>();
  readonly refunds = new Map<string, { body: string; answer: RefundAnswer }>();
  readonly untold = new Map<string, Notice>();
  tariff = USUAL_TARIFF;
  /** Charges that time will still do something to; the others are never looked at again. */
  readonly #watched = new Set<string>();
  onNotice: () => void = () => undefined;

  constructor(folder: string, clock: StandInClock) {
    this.#clock = clock;
    this.#lines = openLines<Line>(join(folder, 'service.jsonl'));
    for (const line of this.#lines.all) this.#apply(line);
  }

  /** @throws Rejected where what was typed is no card that is known here */
  tokenise(typed: TypedCard): Card {
    const card: Card = {
      token: `card_${randomBytes(12).toString('base64url')}`,
      ...cardTyped(typed, this.#clock.now()),
    };
    this.#write({ t: 'card', card });
    return card;
  }

  charge(
    key: string,
    input: { amount: number; currency: string; token: string; description: string; statement: string },
  ): Charge {
    const body = digest(input);
    const known = this.byKey.get(key);
    if (known) {
      if (known.status !== 'voided' && known.body !== body)
        throw new Rejected(422, 'This key was used with another body.');
      return known;
    }
    const card = this.cards.get(input.token) ?? this.#unapproved(input.token);
    if (!card) throw new Rejected(404, 'No such card token.');
    if (!Number.isSafeInteger(input.amount) || input.amount < 0)
      throw new Rejected(422, 'The amount is a whole number; zero only verifies the card.');
    const paidBefore = (): boolean =>
      [...this.charges.values()].some((c) => c.token === card.token && c.status === 'paid');
    const [status, reason] = outcomeOf(card, input, paidBefore);
    const charge = newCharge({ key, body, ...input, at: this.#clock.now(), status, reason });
    if (status === 'paid') charge.fee = feeOfCharge(charge, this.tariff, charge.at);
    this.#write({ t: 'charge', charge });
    return charge;
  }

  /** Whether a card could be charged now: nothing is taken and nothing is kept. @returns why not, else null */
  tryCard(token: string): string | null {
    const card = this.cards.get(token);
    if (!card) return this.approvals.has(token) ? 'not-approved' : 'no-such-card';
    const [status, reason] = answerOf(card.does, () => false);
    return status === 'refused' ? reason : null;
  }

  /** Somebody is to approve a sum. What is approved is charged by the token, like a card. */
  askApproval(input: Omit<Approval, 'token' | 'status'>): Approval {
    const approval: Approval = { token: `apr_${randomBytes(18).toString('base64url')}`, ...input, status: 'asked' };
    this.#write({ t: 'approval', approval });
    return approval;
  }

  /** The owner answers on the wallet's page; once. @param does what a charge of it does from then on */
  answerApproval(token: string, does: CardDoes | null, once: boolean): Approval {
    const approval = this.approvals.get(token);
    if (!approval) throw new Rejected(404, 'There is nothing to approve.');
    if (approval.status !== 'asked') return approval;
    const { amount, currency } = approval;
    if (does !== null)
      this.#write({
        t: 'card',
        card: { token, number: '', expiry: '', last4: '', does, approved: { amount, currency }, once },
      });
    const answered: Approval = { ...approval, status: does === null ? 'turned-back' : 'approved' };
    this.#write({ t: 'approval', approval: answered });
    return answered;
  }

  /** What was asked for and never approved is refused when it is charged. */
  #unapproved(token: string): Card | undefined {
    if (!this.approvals.has(token)) return undefined;
    return { token, number: '', expiry: '', last4: '', does: 'goes-through', approved: { amount: -1, currency: '' } };
  }

  void(key: string): Charge {
    const known = this.byKey.get(key);
    if (known && (known.status === 'paid' || known.status === 'refused' || known.status === 'voided')) return known;
    const none = { amount: 0, currency: '', token: '', description: '', statement: '' };
    const charge: Charge = known
      ? { ...known, status: 'voided' }
      : newCharge({ key, body: '', ...none, at: this.#clock.now(), status: 'voided', reason: null });
    this.#write({ t: 'charge', charge });
    return charge;
  }

  refund(key: string, input: { chargeId: string; amount: number }): RefundAnswer {
    const body = digest(input);
    const known = this.refunds.get(key);
    if (known) {
      if (known.body !== body) throw new Rejected(422, 'This key was used with another body.');
      return known.answer;
    }
    const charge = this.charges.get(input.chargeId);
    if (!charge || charge.status !== 'paid') throw new Rejected(404, 'No such payment.');
    const disputed = [...this.disputes.values()].some((d) => d.chargeId === charge.id && d.status !== 'won');
    const answer: RefundAnswer = disputed
      ? { status: 'refused', reason: 'The payment is disputed.' }
      : input.amount > charge.amount - charge.refunded
        ? { status: 'refused', reason: 'That is more than is left of the payment.' }
        : {
            status: 'paid',
            id: `ref_${randomBytes(9).toString('base64url')}`,
            fee: feeOfRefund(charge.currency, this.#clock.now()),
          };
    // One line for both: a refund is never half.
    const refunded = charge.refunded + (answer.status === 'paid' ? input.amount : 0);
    this.#write({ t: 'refund', key, body, chargeId: charge.id, amount: input.amount, answer, refunded });
    return answer;
  }

  /** The buyer answers on the bank's page. */
  confirm(chargeId: string, approve: boolean): Charge {
    const charge = this.charges.get(chargeId);
    if (!charge) throw new Rejected(404, 'No such payment.');
    if (charge.status !== 'confirm') return charge;
    const answered: Charge = approve
      ? this.#paid(charge, this.#clock.now())
      : { ...charge, status: 'refused', reason: 'confirmation-declined' };
    this.#write({ t: 'charge', charge: answered });
    this.#notify('charge', charge.key, {});
    return answered;
  }

  #paid(charge: Charge, at: number): Charge {
    return { ...charge, status: 'paid', fee: feeOfCharge(charge, this.tariff, at) };
  }

  /** When something next happens here by itself, or null. */
  nextDue(): number | null {
    let next: number | null = null;
    for (const [at] of this.#coming()) if (next === null || at < next) next = at;
    return next;
  }

  /** Lets everything happen that the clock has reached. */
  advance(): void {
    const now = this.#clock.now();
    for (const [at, happen] of this.#coming()) if (at <= now) happen();
  }

  told(id: string): void {
    this.#write({ t: 'told', id });
  }

  *#coming(): Generator<[number, () => void]> {
    for (const id of [...this.#watched]) {
      const charge = this.charges.get(id);
      if (!charge) continue;
      if (charge.status === 'pending') {
        yield [
          charge.at + ANSWERS_AFTER_MS,
          () => {
            this.#write({ t: 'charge', charge: this.#paid(charge, charge.at + ANSWERS_AFTER_MS) });
            this.#notify('charge', charge.key, {});
          },
        ];
      } else {
        const at = charge.at + DISPUTED_AFTER_MS;
        yield [
          at,
          () => {
            const dispute: Dispute = {
              id: `dsp_${charge.id}`,
              chargeId: charge.id,
              amount: charge.amount - charge.refunded,
              at,
              answerBy: at + DISPUTE_LASTS_MS,
              status: 'open',
              fee: feeOfDispute(charge.currency, this.tariff.dispute, at),
            };
            this.#write({ t: 'dispute', dispute });
            this.#notify('dispute-opened', charge.key, {
              disputeId: dispute.id,
              paymentId: charge.id,
              amount: dispute.amount,
              answerBy: dispute.answerBy,
              fee: dispute.fee,
            });
          },
        ];
      }
    }
    for (const dispute of [...this.disputes.values()]) {
      if (dispute.status !== 'open') continue;
      yield [
        dispute.answerBy,
        () => {
          this.#write({ t: 'dispute', dispute: { ...dispute, status: 'lost' } });
          this.#notify('dispute-closed', dispute.chargeId, { disputeId: dispute.id, won: false });
        },
      ];
    }
  }

  #willHappen(charge: Charge): boolean {
    if (charge.status === 'pending') return true;
    return (
      charge.status === 'paid' &&
      charge.amount > 0 &&
      this.cards.get(charge.token)?.does === 'disputed' &&
      charge.refunded < charge.amount &&
      !this.disputes.has(`dsp_${charge.id}`)
    );
  }

  #notify(kind: Notice['kind'], key: string, data: Record<string, unknown>): void {
    this.#write({ t: 'notice', notice: { id: `ntc_${randomBytes(9).toString('base64url')}`, kind, key, data } });
    this.onNotice();
  }

  close(): void {
    this.#lines.close();
  }

  #refunded(chargeId: string, refunded: number | undefined): void {
    const charge = this.charges.get(chargeId);
    // Files from before say it in a line of the charge.
    if (!charge || refunded === undefined) return;
    const now = { ...charge, refunded };
    this.charges.set(charge.id, now);
    this.byKey.set(charge.key, now);
    if (this.#willHappen(now)) this.#watched.add(charge.id);
    else this.#watched.delete(charge.id);
  }

  #write(line: Line): void {
    this.#lines.add(line);
    this.#apply(line);
  }

  #apply(line: Line): void {
    switch (line.t) {
      case 'card':
        this.cards.set(line.card.token, line.card);
        break;
      case 'approval':
        this.approvals.set(line.approval.token, line.approval);
        break;
      case 'charge':
        this.charges.set(line.charge.id, line.charge);
        this.byKey.set(line.charge.key, line.charge);
        if (this.#willHappen(line.charge)) this.#watched.add(line.charge.id);
        else this.#watched.delete(line.charge.id);
        break;
      case 'dispute':
        this.disputes.set(line.dispute.id, line.dispute);
        this.#watched.delete(line.dispute.chargeId);
        break;
      case 'refund':
        this.refunds.set(line.key, { body: line.body, answer: line.answer });
        this.#refunded(line.chargeId, line.refunded);
        break;
      case 'notice':
        this.untold.set(line.notice.id, line.notice);
        break;
      case 'told':
        this.untold.delete(line.id);
    }
  }
}

const newCharge = (charge: Omit<Charge, 'id' | 'refunded'>): Charge => ({
  id: `chg_${randomBytes(9).toString('base64url')}`,
  ...charge,
  refunded: 0,
});

const digest = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex');
