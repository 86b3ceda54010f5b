import { type Agreement, unusedOf } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import type { CreditId, OrderId, PassId } from '#core/ids';
import { formatAmount, sum } from '#core/money';
import type { DecideContext } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { documentNumber } from '../orders/documentNumber';
import { leftOf, taxOfBack, creditOf, type CreditPart, takeCredit } from '#core/payments';
import { type PaidLine, paidLinesOf } from '../orders/paidLines';
import { keyOf } from '../../engine/ids';

/** Where the running period's money came from; null when nothing was charged for it. */
export function paidWith(state: ShopState, a: Agreement): PaidLine | null {
  const paymentId = a.period?.paymentId ?? null;
  if (paymentId === null) return null;
  return paidLinesOf(state, paymentId).find((line) => line.lineId === a.lineId) ?? null;
}

/** What the unused days are worth, by where the money for them came from. */
export interface Unused {
  total: number;
  /** Of the payment that the running period was paid with. */
  card: number;
  /** Of credit that paid for the running period. */
  credits: CreditPart[];
}

/** What the unused days are worth now: of the card's payment never more than can still be given back of it. */
export function unusedParts(state: ShopState, a: Agreement, now: Instant): Unused {
  const paid = paidWith(state, a);
  // While it pauses, the days that are left do not become fewer.
  const at = a.pause ? (a.span?.movesFrom ?? a.pause.from) : now;
  const whole = unusedOf(a.period, paid ? paid.givenBack + paid.reserved + paid.lost : 0, at, a.zone);
  const byCredit = a.period?.credits ?? [];
  // Credit may have paid sending as well, which is no part of the period.
  const byCard = Math.max(0, (a.period?.amount ?? 0) - creditOf(byCredit));
  const card = paid ? Math.min(whole, leftOf(paid), byCard) : 0;
  const credits = takeCredit(byCredit, whole - card).used;
  return { total: card + creditOf(credits), card, credits };
}

export const unusedNow = (state: ShopState, a: Agreement, now: Instant): number => unusedParts(state, a, now).total;

/**
 * A credit note over unused days that the card paid for: they pay for something else instead of going back.
 * @returns the fact, and the credit as a part; neither where there is nothing
 */
export function creditGiven(
  state: ShopState,
  a: Agreement,
  amount: number,
  creditId: CreditId,
  /** How many credit notes the same batch gave before. */
  before = 0,
): { events: ShopEvent[]; parts: CreditPart[] } {
  const paid = paidWith(state, a);
  if (!paid || amount === 0) return { events: [], parts: [] };
  const { orderId, lineId, paymentId } = paid;
  return {
    parts: [{ creditId, orderId, lineId, paymentId, amount }],
    events: [
      fact('credit.given', {
        creditId,
        orderId,
        lineId,
        agreementId: a.id,
        paymentId,
        amount,
        tax: taxOfBack(paid, amount),
        currency: a.currency,
        creditNote: documentNumber('C', state.counts.creditNotes + before),
      }),
    ],
  };
}

/** Credit that is left over goes back in money to the payments it came from; its credit notes stand already. */
export function returnOfCredits(
  parts: readonly CreditPart[],
  currency: string,
  { ids }: Pick<DecideContext, 'ids'>,
  /** What the first of these refunds closes once it is made. */
  closes: readonly PassId[] = [],
): ShopEvent[] {
  const byNote = new Map<string, CreditPart>();
  for (const part of parts) {
    const key = `${part.creditId ?? ''}/${part.paymentId}`;
    byNote.set(key, { ...part, amount: (byNote.get(key)?.amount ?? 0) + part.amount });
  }
  return [...byNote.values()].flatMap(({ creditId, orderId, lineId, paymentId, amount }, i) =>
    amount === 0
      ? []
      : [
          fact('refund.requested', {
            refundId: ids.next('r'),
            orderId,
            paymentId,
            amount,
            currency,
            shares: [{ lineId, amount, tax: 0 }],
            closes: i === 0 ? [...closes] : [],
            reason: 'Credit that was left over',
            ofCredit: creditId ?? keyOf('credit', paymentId),
          }),
        ],
  );
}

/**
 * Of credit that paid for something, what has not been refunded: refunds of the credit that are under way count as made.
 * @param unspent parts that still wait to pay for something
 */
export function creditsNotReturned(
  state: ShopState,
  parts: readonly CreditPart[],
  unspent: readonly CreditPart[] = [],
): CreditPart[] {
  if (parts.length === 0) return [];
  const returned = new Map<CreditId, number>();
  for (const { ofCredit, amount, status } of state.refunds.values())
    if (ofCredit !== undefined && status !== 'refused') returned.set(ofCredit, (returned.get(ofCredit) ?? 0) + amount);
  return parts.map((part) => {
    const given = state.credits.get(part.creditId ?? '');
    if (!given) return { ...part, amount: 0 };
    const waiting = sum(unspent.filter(({ creditId }) => creditId === part.creditId).map(({ amount }) => amount));
    const most = given.amount - waiting - (returned.get(given.id) ?? 0);
    return { ...part, amount: Math.max(0, Math.min(part.amount, most)) };
  });
}

/** Whether what an agreement had not used paid for something else when it ended. */
export const hasPassedOn = (ended: Agreement['ended']): boolean =>
  ended?.why === 'switched' || ended?.why === 'replaced';

/** Unused days that were to pay, and were there no longer when the money came: success stands, and a person hears of it. */
export const creditGone = (orderId: OrderId, id: string, missing: number, currency: string): ShopEvent[] =>
  missing <= 0
    ? []
    : [
        fact('attention.raised', {
          id,
          what: 'credit-gone',
          orderId,
          text: `${formatAmount(missing, currency, 'en')} was to be paid by unused days of a subscription that were gone when the money came: it ended, or the bank took them back. What was bought stands; ask its buyer for the difference, or let it go.`,
        }),
      ];
