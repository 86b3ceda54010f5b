import type { LedgerEntry, Session } from '#core/booking';
import type { PassId, SessionId } from '#core/ids';
import type { ShopState } from '../../../engine/state';

declare module '../../../engine/state' {
  interface ShopState {
    sessions: Map<SessionId, Session>;
    sessionsOfPass: Map<PassId, SessionId[]>;
    /** What each pass was given, and what lapsed or went back. */
    sessionEntries: Map<PassId, LedgerEntry[]>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'sessions' | 'sessionsOfPass' | 'sessionEntries'> => ({
  sessions: new Map(),
  sessionsOfPass: new Map(),
  sessionEntries: new Map(),
});
