import * as z from 'zod';
import { KeptCard } from '#core/agreements';
import type { Command } from '#core/shop';
import { Move } from './moveBuyer';

/** What a member may do to what they pay. */
export const MemberAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.enum(['stop', 'keep', 'return', 'rest', 'retry']) }),
  z.strictObject({ act: z.literal('pause'), until: z.iso.date() }),
  z.strictObject({ act: z.literal('card'), card: KeptCard.strict() }),
  z.strictObject({ act: z.literal('move'), ...Move }),
]);
export type MemberAct = z.infer<typeof MemberAct>;

/** What is asked of the shop by it. */
export function commandFor(agreementId: string, wanted: Exclude<MemberAct, { act: 'move' }>): Command {
  switch (wanted.act) {
    case 'stop':
      return { type: 'cancel', agreementId, when: 'end', giveBack: false, by: 'buyer' };
    case 'keep':
      return { type: 'keep', agreementId };
    case 'return':
      return { type: 'return', agreementId, on: null };
    case 'retry':
      return { type: 'retry-due', agreementId };
    case 'rest':
      return { type: 'pay-rest', agreementId };
    case 'pause':
      return { type: 'pause', agreementId, until: wanted.until, by: 'buyer' };
    case 'card':
      return { type: 'change-card', agreementId, card: wanted.card };
  }
}
