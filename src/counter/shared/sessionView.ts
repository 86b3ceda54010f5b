import { ledgerLines, type LedgerLine, type Session } from '#core/booking';
import type { Coaching } from '#core/catalogue';
import { formatDay } from '#core/calendar';
import type { PassId, PersonId, ProductId } from '#core/ids';
import { entriesOf, isLate, leftOn, passesFor, sessionsOfPass, sessionsOfPerson, type ShopState } from '#core/shop';
import type { Words } from '#core/words';
import type { Reading } from './reading';

/** Coaching of the live release, put away or not. */
export function coachingIn({ live }: Pick<Reading, 'live'>, productId: ProductId): Coaching | undefined {
  const product = live?.content.products.find((p) => p.id === productId);
  return product?.kind === 'coaching' ? product : undefined;
}

/** The session that somebody has next: the one that is on counts as next. */
export const nextSessionOf = (state: ShopState, personId: PersonId, now: string): Session | undefined =>
  sessionsOfPerson(state, personId).find(({ status, until }) => status === 'booked' && until > now);

/** How many somebody can still book of a product, by everything that is not closed. */
export const leftOf = (state: ShopState, personId: PersonId, productId: ProductId): number =>
  passesFor(state, personId, productId)
    .filter(({ closed }) => !closed)
    .reduce((total, { id }) => total + Math.max(0, leftOn(state, id)), 0);

/** Whether its member may still change it without its counting. */
export const isInTime = (session: Session, coaching: Coaching | undefined, now: string): boolean =>
  coaching !== undefined && !isLate(session, coaching, now);

/** The ledger of a pass in words. */
export const ledgerInWords = (
  state: ShopState,
  passId: PassId,
  { words, zone, locale }: { words: Words['booking']; zone: string; locale: string },
): { day: string; what: string; change: number; left: number }[] =>
  ledgerLines(entriesOf(state, passId), sessionsOfPass(state, passId)).map(({ at, entry, change, left }) => ({
    day: formatDay(at, zone, locale),
    what: lineInWords(entry, words, (moment) => formatDay(moment, zone, locale)),
    change,
    left,
  }));

function lineInWords(entry: LedgerLine['entry'], words: Words['booking'], day: (at: string) => string): string {
  switch (entry.kind) {
    case 'given':
      return entry.reason === '' ? words.given[entry.why] : `${words.given[entry.why]}: ${entry.reason}`;
    case 'lapsed':
      return words.lapsed;
    case 'taken-back':
      return words.takenBack;
    case 'session':
      return words.ofSession[entry.session.status](day(entry.session.from), entry.session.counts);
  }
}
