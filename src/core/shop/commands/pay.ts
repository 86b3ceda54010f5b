import { fact, NOWHERE } from '#core/journal';
import type { Instant } from '#core/calendar';
import { type Quote, quoteFingerprint, quoteFor, type Standing } from '#core/checkout';
import type { PassSeed } from '#core/passes';
import { accessUntil, isLasting } from '#core/terms';
import { type Agreement, isRunning } from '#core/agreements';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId, OfferId, OrderId, PersonId, PriceId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../command';
import { successEvents } from '../success';
import { agreementBegunBy, unusedNow } from '../agreements';
import type { ShopState } from '../state';
import { keyOf, pairOf } from '../ids';
import { isTaken } from '../taken';

type Pay = Extract<Command, { type: 'pay' }>;

/**
 * A buyer presses the button. One checkout leads to one order at most: while a charge is unanswered another
 * press changes nothing, and after success it only says so. With nothing due, the order stands at once.
 */
export function pay(state: ShopState, command: Pay, context: DecideContext): Decision {
  const { now, ids } = context;
  const record = state.checkouts.get(command.checkoutId);
  if (record?.paid) return refuse('already-paid');
  const last = record?.lastKey ? state.charges.get(record.lastKey) : undefined;
  if (last && (last.status === 'asked' || last.status === 'waits-for-bank'))
    return refuse('still-asking', { at: 'checkout' });

  const runs = runningAlready(state, command);
  if (runs) return runs;
  const quote = quoteFor(command.release, command, now, standingOf(state, command, context));
  if ('refused' in quote) return quote;
  if (command.fingerprint(quoteFingerprint(quote)) !== command.shown) {
    return refuse('quote-changed');
  }
  const orderId = record?.orderId ?? ids.next('o');
  const opens = passesToOpen(quote, { personId: command.personId, orderId, now }, ids.next);
  // With nothing due today and something later the card is verified for nothing, and kept.
  const later = quote.lines.some((line) => isLasting(line.terms));
  if (quote.dueToday === 0 && !later) {
    return {
      events: successEvents(
        state,
        {
          orderId,
          checkoutId: command.checkoutId,
          personId: command.personId,
          quote,
          opens,
          chargeKey: null,
          paymentId: null,
          card: null,
          came: command.came ?? NOWHERE,
          language: command.language ?? null,
        },
        context,
      ),
    };
  }
  if (!command.card) return refuse('card-needed', { later: later && quote.dueToday === 0 });
  const attempt = (record?.attempts ?? 0) + 1;
  return {
    events: [
      fact('charge.requested', {
        key: keyOf(orderId, attempt),
        orderId,
        checkoutId: command.checkoutId,
        attempt,
        personId: command.personId,
        quote,
        card: command.card,
        opens,
        came: command.came ?? NOWHERE,
        language: command.language ?? null,
      }),
    ],
  };
}

interface Asked {
  offerId: OfferId;
  priceId: PriceId;
  personId?: PersonId;
  startedAt: Instant;
  soldAtStart?: number;
  /** Signed in by a mailed link: only then may a purchase end what this person has. */
  signedIn?: boolean;
}

/** How things stand as of now: places, price step, coupon uses, what this buyer had before, and what would be replaced. */
export function standingOf(state: ShopState, of: Asked, context: Pick<DecideContext, 'now' | 'release'>): Standing {
  const { personId } = of;
  const count = (key: string): number => state.taken.get(key) ?? 0;
  return {
    startedAt: of.startedAt,
    sold: count(of.priceId),
    soldToBuyer: personId === undefined ? 0 : count(pairOf(personId, of.priceId)),
    ...(of.soldAtStart === undefined ? {} : { soldAtStart: of.soldAtStart }),
    couponUses: (id) => ({
      inAll: count(`coupon/${id}`),
      byBuyer: personId === undefined ? 0 : count(`${personId}/coupon/${id}`),
    }),
    hadTrial:
      personId !== undefined &&
      (context.release?.content.shop.billing.beginsOnce ?? true) &&
      (state.begun.has(pairOf(personId, of.offerId)) || isTaken(state, 'begins', pairOf(personId, of.offerId))),
    replaced: personId !== undefined && of.signedIn ? replacedBy(state, personId, of, context) : null,
    live: context.release,
  };
}

/** Paused it may be; what a bank or a refund has a say in may not. */
const mayBeReplaced = (a: Agreement): boolean => a.stops.every(({ why }) => why === 'paused');

function replacedBy(
  state: ShopState,
  personId: PersonId,
  { offerId, priceId }: Asked,
  { now, release }: Pick<DecideContext, 'now' | 'release'>,
): Standing['replaced'] {
  const price = release?.content.offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId);
  const old =
    price?.replaces &&
    (state.agreementsOfPerson.get(personId) ?? [])
      .flatMap((id) => state.agreements.get(id) ?? [])
      .find(
        (a) =>
          a.offerId === price.replaces?.offerId &&
          isRunning(a) &&
          a.unanswered === null &&
          mayBeReplaced(a) &&
          !isTaken(state, 'replaces', a.id),
      );
  return old ? { agreementId: old.id, unused: unusedNow(state, old, now) } : null;
}

function runningAlready(state: ShopState, { personId, offerId, priceId, release }: Pay): Refusal | null {
  const terms = release.content.offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId)?.terms;
  if (terms?.kind !== 'subscription') return null;
  const running = (state.agreementsOfPerson.get(personId) ?? [])
    .flatMap((id) => state.agreements.get(id) ?? [])
    .find((a) => a.offerId === offerId && a.terms.kind === 'subscription' && isRunning(a));
  return running || isTaken(state, 'runs', pairOf(personId, offerId)) ? refuse('already-runs') : null;
}

const agreementPart = (agreementId: AgreementId | undefined): { agreementId?: AgreementId } =>
  agreementId === undefined ? {} : { agreementId };

function passesToOpen(
  quote: Quote,
  who: { personId: PersonId; orderId: OrderId; now: Instant },
  next: (prefix: string) => string,
): PassSeed[] {
  return quote.lines.flatMap((line) =>
    line.productIds.map((productId): PassSeed => ({
      id: next('p'),
      personId: who.personId,
      productId,
      cause: {
        kind: 'paid',
        orderId: who.orderId,
        lineId: line.lineId,
        ...agreementPart(agreementBegunBy(who.orderId, line)),
      },
      from: who.now,
      until: accessUntil(line.terms, who.now, quote.zone),
    })),
  );
}
