import type { Instant } from '#core/calendar';
import type { ClassDateId, PersonId, ProductId, SessionId } from '#core/ids';

/** What whoever has a seat may choose once its date is moved or called off. */
export interface DateOffers {
  otherDate: boolean;
  money: boolean;
}

declare module '../../engine/command' {
  interface CommandsByType {
    'take-seat': { personId: PersonId; productId: ProductId; dateId: ClassDateId; zone: string | null };
    'change-seat': { sessionId: SessionId; personId: PersonId; dateId: ClassDateId; zone: string | null };
    /** What was offered when a date was moved or called off. */
    'take-money-back': { sessionId: SessionId; personId: PersonId; reason: string };
    'move-date': { productId: ProductId; dateId: ClassDateId; from: Instant; offers: DateOffers };
    'call-off-date': { productId: ProductId; dateId: ClassDateId; offers: DateOffers };
  }
}
