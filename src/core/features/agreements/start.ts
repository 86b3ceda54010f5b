import { agreementIdOf, type AgreementSeed, type KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { type Quote, type QuoteLine, sentOf } from '#core/checkout';
import { type CameFrom, fact, type ShopEvent } from '#core/journal';
import { beginsCheaper, firstAnchor, isLasting, type LastingTerms, paymentAt } from '#core/terms';
import type { CreditPart } from '#core/payments';
import type { LineId, OrderId, PaymentId, PersonId } from '#core/ids';
import type { DecideContext } from '../../engine/command';
import { nextDue, shopOf, toCome, toldAtStart, trialNotice } from './common';

/** One line, one agreement: its id follows from the order, so that what it opens can name it before it begins. */
export const agreementBegunBy = (orderId: OrderId, line: Pick<QuoteLine, 'lineId' | 'terms'>): string | undefined =>
  isLasting(line.terms) ? agreementIdOf(orderId, line.lineId) : undefined;

/** What unused days paid, by line. */
type CreditsUsed = readonly { lineId: LineId; parts: readonly CreditPart[] }[];

interface Success {
  orderId: OrderId;
  personId: PersonId;
  quote: Quote;
  paymentId: PaymentId | null;
  card: KeptCard | null;
  came: CameFrom;
  language: string | null;
}

/** The agreements that begin when an order is paid, one for each line that goes on. */
export const startedByOrder = (
  success: Success,
  credits: CreditsUsed,
  now: Instant,
  context: Pick<DecideContext, 'release'>,
): ShopEvent[] =>
  success.quote.lines.flatMap((line) =>
    isLasting(line.terms)
      ? [startOf(success, line, line.terms, credits.find((c) => c.lineId === line.lineId)?.parts ?? [], now, context)]
      : [],
  );

function startOf(
  { orderId, personId, quote, paymentId, card, came, language }: Success,
  line: QuoteLine,
  terms: LastingTerms,
  credits: readonly CreditPart[],
  now: Instant,
  context: Pick<DecideContext, 'release'>,
): ShopEvent {
  const { zone } = quote;
  const anchor = firstAnchor(terms, now, zone);
  const agreement: AgreementSeed = {
    id: agreementIdOf(orderId, line.lineId),
    orderId,
    lineId: line.lineId,
    personId,
    offerId: line.offerId,
    priceId: line.priceId,
    title: line.title,
    priceName: line.priceName,
    productIds: line.productIds,
    currency: quote.currency,
    zone,
    terms,
    start: now,
    anchor,
    trialUntil: terms.trial ? anchor.at : null,
    coupon: line.coupon ?? null,
    ...(line.owned ? { owned: line.owned } : {}),
    ...parcelsOf(line, context),
    buyer: quote.buyer ?? null,
    card,
    statement: quote.statement ?? shopOf(context).cardStatement,
    from: null,
    credits: [],
    came,
    language,
  };
  const next = terms.trial ? toCome(anchor, zone, shopOf(context)) : nextDue(agreement, 1, shopOf(context));
  return fact('agreement.started', {
    agreement,
    status: terms.trial ? 'in-trial' : 'active',
    next,
    told: toldAtStart(agreement, next?.at ?? now, shopOf(context)),
    period: terms.trial
      ? null
      : {
          from: now,
          until: paymentAt(terms, anchor, 2, zone),
          amount: line.forPeriod ?? 0,
          paymentId,
          credits: [...credits],
        },
    noticeAt: trialNotice(agreement.trialUntil, now, shopOf(context), zone),
    endsAt: null,
    beganCheaper: beginsCheaper(terms),
  });
}

/** The parcels that each payment of a line brings, as a part of its agreement. */
function parcelsOf(
  { sending, productIds }: QuoteLine,
  { release }: Pick<DecideContext, 'release'>,
): Pick<AgreementSeed, 'sending'> {
  if (!sending?.each || !release) return {};
  const { country, addressKey, each } = sending;
  const sent = sentOf(release.content, productIds);
  return sent.length > 0 ? { sending: { country, addressKey, each, productIds: sent } } : {};
}
