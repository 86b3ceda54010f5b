import { type Agreement, type CardCharge, cardChargeOf } from '#core/agreements';
import { formatDay, type Instant } from '#core/calendar';
import type { ShopTax } from '#core/catalogue';
import type { ShopEvent } from '#core/journal';
import { formatAmount, sum } from '#core/money';
import { evolve, newShopState } from '#core/shop';
import { wordsFor } from '#core/words';
import type { PassId } from '#core/ids';
import { agreementState, restInWords } from './agreementWords';

interface Setting {
  locale: string;
  tax: ShopTax | null;
  now: Instant;
  /** How many booked sessions fall away by it. */
  sessionsFalling?: number;
  /** What a pass opens, by its id. */
  titleOfPass: (passId: PassId) => string;
}

/**
 * What an act on a payment plan or subscription would lead to, in sentences with amounts and days: read from the
 * very events it would record, so that nothing else can happen.
 */
export function consequencesOf(
  a: Agreement,
  events: readonly ShopEvent[],
  { locale, tax, now, titleOfPass, sessionsFalling = 0 }: Setting,
): string[] {
  const money = (amount: number): string => formatAmount(amount, a.currency, locale);
  const charged = (of: Agreement): CardCharge => cardChargeOf(of, tax);
  const { consequences: words } = wordsFor(locale);
  const said: string[] = [];
  const asked = events.flatMap((e) => (e.type === 'due.requested' ? [e.data] : []));
  for (const { amount, credit, card } of asked)
    said.push(words.taken(money(amount), card, credit > 0 ? money(credit) : null));
  const back = sum(events.map((e) => (e.type === 'refund.requested' ? e.data.amount : 0)));
  if (back > 0) said.push(words.goesBack(money(back)));
  for (const e of events) if (e.type === 'credit.given') said.push(words.creditPays(money(e.data.amount)));
  const doors = (type: ShopEvent['type']): string[] => [
    ...new Set(events.flatMap((e) => (e.type === type && 'passId' in e.data ? [titleOfPass(e.data.passId)] : []))),
  ];
  const closes = [
    ...new Set([
      ...doors('pass.closed'),
      ...events.flatMap((e) => (e.type === 'refund.requested' && e.data.ends ? e.data.closes.map(titleOfPass) : [])),
    ]),
  ];
  if (closes.length > 0 && !events.some((e) => e.type === 'pass.opened')) said.push(words.closes(closes));
  if (sessionsFalling > 0) said.push(words.sessionsFall(sessionsFalling));
  if (doors('pass.held').length > 0) said.push(words.onHold(doors('pass.held')));
  if (doors('pass.released').length > 0) said.push(words.opensAgain(doors('pass.released')));
  if (events.some((e) => e.type === 'refund.requested' && e.data.ends)) said.push(words.ends);
  const to = asked.find((e) => e.to)?.to;
  if (to) said.push(words.beginsWhenPaid(to.title, formatDay(now, a.zone, locale)));

  // The state that these events leave behind, by the shop's own folding.
  const state = newShopState();
  state.agreements.set(a.id, structuredClone(a));
  for (const e of events) if (e.type.startsWith('agreement.') && e.type !== 'agreement.mailDue') evolve(state, e, now);
  for (const after of state.agreements.values()) {
    if (
      asked.length > 0 ||
      (after.id === a.id && state.agreements.size > 1) ||
      events.every((e) => e.type === 'refund.requested')
    )
      continue;
    said.push(agreementState(after, { locale, charged: charged(after) }));
    const rest = restInWords(after, { locale, charged: charged(after) });
    if (rest !== '' && after.status !== 'in-trial') said.push(rest);
  }
  const mails = events.filter((e) => e.type === 'agreement.mailDue').length;
  if (mails > 0) said.push(words.message);
  return said;
}
