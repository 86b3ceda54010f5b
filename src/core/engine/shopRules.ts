import type { CallsStanding, PaymentCalls } from '../features/orders/paymentCalls';
import type { DecideAll } from './decide';
import type { DueWork } from './dueWork';
import type { Folding } from './evolve';
import type { EffectTools } from './feature';
import type { PendingEffect } from './pendingEffect';
import type { Ports } from './ports';

/** Everything a runner needs from the shop's features; made of their list in `core/shop/rules.ts`. */
export interface ShopRules extends Folding {
  decide: DecideAll;
  dueWork: DueWork;
  paymentCalls: (ports: Pick<Ports, 'payments' | 'releases'>, standing: CallsStanding) => PaymentCalls;
  performEffect: (tools: EffectTools) => (effect: PendingEffect) => Promise<boolean>;
}
