import type { Instant } from '#core/calendar';
import type { ChargeKey, ClassDateId, PassId, ProductId, RefundId, SessionId } from '#core/ids';

/** How many sessions a pass brings, as it was sold. */
export interface SessionsPromised {
  /** Of one unit, or each paid period. */
  count: number;
  units: number;
  /** Once, when it opens; or each paid period of a subscription. */
  each: 'once' | 'period';
}

/** booked → held or missed, once it has begun; or called off. */
export type SessionStatus = 'booked' | 'held' | 'missed' | 'called-off';
/** Who did something to a session; `access`: it fell away with what it was booked by. */
export type SessionBy = 'member' | 'seller' | 'access';

/** What somebody may choose, until a moment, once the seller has moved or called off what they had a seat at. */
export interface Offered {
  otherDate: boolean;
  money: boolean;
  until: Instant;
}

/** One session somebody has booked, or their seat at a date of a class. */
export interface Session {
  id: SessionId;
  passId: PassId;
  productId: ProductId;
  from: Instant;
  until: Instant;
  /** Minutes kept free around it, as they were when it was booked or moved. */
  before: number;
  after: number;
  /** The zone of its member; null where it is not known. */
  zone: string | null;
  status: SessionStatus;
  /** Whether it takes one of those that were given. */
  counts: boolean;
  /** How often it has changed: calendars take a later one for the truth (RFC 5545, SEQUENCE). */
  sequence: number;
  bookedAt: Instant;
  /** Who called it off. */
  calledOffBy: SessionBy | null;
  /** The date of a class that it is a seat at; null for a session of one's own. */
  dateId: ClassDateId | null;
  /** How many seats: one, unless it was bought several times. */
  seats: number;
  /** What its member may choose since the seller has changed it. */
  offered: Offered | null;
  /** The refund by which its money was asked back, and what could be chosen before: it can again if that is refused. */
  moneyBack: { refundId: RefundId; offered: Offered | null } | null;
}

/** What a pass was given, beside what was booked with it. */
export type LedgerEntry =
  | {
      kind: 'given';
      at: Instant;
      count: number;
      why: 'bought' | 'period' | 'by-hand';
      key: ChargeKey | null;
      reason: string;
    }
  | { kind: 'lapsed'; at: Instant; count: number }
  | { kind: 'taken-back'; at: Instant; count: number; refundId: RefundId };

const given = (entries: readonly LedgerEntry[]): number =>
  entries.reduce((total, entry) => total + (entry.kind === 'given' ? entry.count : -entry.count), 0);

/** How many can still be booked: given, less what lapsed, was taken back, and counts among the sessions. Never below 0. */
export const sessionsLeft = (entries: readonly LedgerEntry[], sessions: readonly Pick<Session, 'counts'>[]): number =>
  Math.max(0, given(entries) - sessions.filter(({ counts }) => counts).length);

/**
 * How many of those that one payment gave are unused: the oldest are used first, so those of later payments are all
 * there still.
 */
export function unusedOf(key: ChargeKey, entries: readonly LedgerEntry[], left: number): number {
  const at = entries.findIndex((entry) => entry.kind === 'given' && entry.key === key);
  const own = entries[at];
  if (own?.kind !== 'given') return 0;
  const all = entries.filter((entry) => entry.kind === 'given' && entry.key === key);
  const count = all.reduce((total, entry) => total + entry.count, 0);
  const later = entries
    .slice(at)
    .filter((entry) => entry.kind === 'given' && entry.key !== key)
    .reduce((total, entry) => total + entry.count, 0);
  return Math.max(0, Math.min(count, left - later));
}

/** A line of the ledger as it reads: what changed how many are left, and how many are left after it. */
export interface LedgerLine {
  at: Instant;
  entry: LedgerEntry | { kind: 'session'; session: Session };
  change: number;
  left: number;
}

/**
 * Everything that gave and took sessions of a pass, the oldest first. A session stands at the moment it was booked; one
 * that does not count any more changes nothing.
 */
export function ledgerLines(entries: readonly LedgerEntry[], sessions: readonly Session[]): LedgerLine[] {
  const lines = [
    ...entries.map((entry) => ({ at: entry.at, entry, change: entry.kind === 'given' ? entry.count : -entry.count })),
    ...sessions.map((session) => ({
      at: session.bookedAt,
      entry: { kind: 'session' as const, session },
      change: session.counts ? -1 : 0,
    })),
  ];
  let left = 0;
  return lines
    .map((line, i) => ({ line, i }))
    .sort((a, b) => (a.line.at < b.line.at ? -1 : a.line.at > b.line.at ? 1 : a.i - b.i))
    .map(({ line }) => ({ ...line, left: (left += line.change) }));
}
