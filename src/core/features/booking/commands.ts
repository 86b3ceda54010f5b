import type { Stretch } from '#core/booking';
import type { Instant } from '#core/calendar';
import type { PassId, PersonId, ProductId, SessionId } from '#core/ids';

declare module '../../engine/command' {
  interface CommandsByType {
    'book-session': {
      personId: PersonId;
      productId: ProductId;
      at: Instant;
      /** When the seller has something else to do. */
      busy: readonly Stretch[];
      by: 'member' | 'seller';
      /** The member's, as their browser says it; null where the seller acts. */
      zone: string | null;
    };
    'move-session': {
      sessionId: SessionId;
      /** Whose it must be; null where the seller acts. */
      personId: PersonId | null;
      at: Instant;
      busy: readonly Stretch[];
      by: 'member' | 'seller';
      /** The member's, as their browser says it; null where the seller acts. */
      zone: string | null;
    };
    'call-off-session': {
      sessionId: SessionId;
      personId: PersonId | null;
      by: 'member' | 'seller';
      /** Whether it takes one of those given, where the seller says so. */
      counts: boolean;
      /** The member was told that it is too late to have it back. */
      seenLate: boolean;
    };
    'mark-session': { sessionId: SessionId; as: 'held' | 'missed'; counts: boolean };
    'give-sessions': { passId: PassId; count: number; reason: string };
    'remind-session': { sessionId: SessionId; dueAt: Instant };
  }
}
