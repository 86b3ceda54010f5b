import { type Agreement, dueAfter, ruleFor, type DueMoment } from '#core/agreements';
import { type Instant, plusDays } from '#core/calendar';
import { DEFAULT_SHOP, type ShopDetails } from '#core/catalogue';
import { fact, type EventOf, type ShopEvent } from '#core/journal';
import type { CloseReason, HoldReason } from '#core/passes';
import type { PassId } from '#core/ids';
import { refuse, type Refusal } from '#core/refusal';
import { paymentAt } from '#core/terms';
import type { DecideContext } from '../../engine/command';
import type { AgreementEmailName } from '../../emails/agreementEmails';
import type { ShopState } from '../../engine/state';

export const nothing: Refusal = refuse('nothing-to-do', { why: 'done' });
export const noSuch: Refusal = refuse('no-such-agreement');
export const stillAsking: Refusal = refuse('still-asking', { at: 'change' });

export const shopOf = ({ release }: Pick<DecideContext, 'release'>): ShopDetails =>
  release?.content.shop ?? DEFAULT_SHOP;

type Mail = EventOf<'agreement.mailDue'>['data'];

/** A message about an agreement. Its key is its own, so that it is sent once. */
export const mailOf = (
  a: Pick<Agreement, 'id' | 'personId'>,
  mail: AgreementEmailName,
  key: string,
  facts: Partial<Pick<Mail, 'amount' | 'at' | 'receipt' | 'reason'>> = {},
): ShopEvent =>
  fact('agreement.mailDue', {
    key,
    mail,
    agreementId: a.id,
    personId: a.personId,
    amount: null,
    at: null,
    receipt: null,
    reason: null,
    ...facts,
  });

export const livePasses = (state: ShopState, a: Pick<Agreement, 'passIds'>): PassId[] =>
  a.passIds.filter((id) => !state.passes.get(id)?.closed);

/** Closes what an agreement had opened. */
export const closeAll = (
  state: ShopState,
  a: Pick<Agreement, 'passIds'>,
  why: CloseReason,
  dueAt: Instant | null,
): ShopEvent[] => livePasses(state, a).map((passId) => fact('pass.closed', { passId, why, dueAt }));

const isHeldBy = (state: ShopState, passId: PassId, why: HoldReason): boolean =>
  state.passes.get(passId)?.holds.some((hold) => hold.why === why) ?? false;

/** Holds what is not held for this reason already. */
export const holdAll = (state: ShopState, a: Pick<Agreement, 'passIds'>, why: HoldReason): ShopEvent[] =>
  livePasses(state, a)
    .filter((passId) => !isHeldBy(state, passId, why))
    .map((passId) => fact('pass.held', { passId, why }));

/** Takes one reason away; what is held by another stays on hold. Histories from before disputes were told apart hold by any. */
export const releaseAll = (state: ShopState, a: Pick<Agreement, 'passIds'>, why: HoldReason): ShopEvent[] =>
  livePasses(state, a)
    .filter(
      (passId) =>
        isHeldBy(state, passId, why) || (why.startsWith('dispute') && isHeldBy(state, passId, 'dispute' as HoldReason)),
    )
    .map((passId) => fact('pass.released', { passId, why }));

/** Days before a payment on which the buyer hears that its amount changes. */
const TOLD_DAYS_BEFORE = 14;

/** A due that is to come. Where tax comes on top, with the moment at which a change of its rate is told. */
export function toCome(
  { n, at }: DueMoment,
  zone: string,
  { tax }: ShopDetails,
  before: Instant | null = null,
): DueMoment {
  if (tax?.how !== 'on-top') return { n, at };
  const early = plusDays(at, -TOLD_DAYS_BEFORE, zone);
  // Of shorter intervals the due before is when the next sum is said.
  return { n, at, tellAt: before !== null && before > early ? before : early };
}

/** With which rate on top the sum of the next due is told at the beginning: in the statement that was agreed to. */
export function toldAtStart(
  a: Pick<Agreement, 'buyer' | 'zone'>,
  nextAt: Instant,
  { tax }: ShopDetails,
): Agreement['told'] {
  const rule = ruleFor(a, tax, nextAt);
  return rule.how === 'on-top' ? { rate: rule.rate } : null;
}

/** The due after number n, or null when that was the last. */
export function nextDue(
  a: Pick<Agreement, 'terms' | 'anchor' | 'zone'>,
  n: number,
  shop: ShopDetails,
): DueMoment | null {
  const due = dueAfter(a, n);
  return due && toCome(due, a.zone, shop, paymentAt(a.terms, a.anchor, n, a.zone));
}

/** When the buyer hears that a trial ends; null when it is too short for that. */
export function trialNotice(
  trialUntil: Instant | null,
  from: Instant,
  shop: ShopDetails,
  zone: string,
): Instant | null {
  if (trialUntil === null) return null;
  const at = plusDays(trialUntil, -shop.billing.trialNoticeDays, zone);
  return at > from ? at : null;
}
