import type { Instant } from '#core/calendar';
import type { FileId, PassId, PersonId, ProductId } from '#core/ids';

declare module '../../engine/command' {
  interface CommandsByType {
    'expire-pass': { passId: PassId; dueAt: Instant };
    /** By hand: all of them, or none. */
    'give-passes': {
      gifts: readonly { personId: PersonId; productId: ProductId; until: Instant | null }[];
      reason: string;
      /** Whether each of them is told by a letter that lets them in. */
      mail?: boolean;
    };
    'move-pass': { passId: PassId; until: Instant };
    'withdraw-pass': { passId: PassId };
    'fetch-file': { passId: PassId; fileId: FileId };
  }
}
