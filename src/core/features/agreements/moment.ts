import { type Agreement, chargeFor } from '#core/agreements';
import type { CommandOf, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { chargeDue, tryAgain } from './charge';
import { endGrace, endPaid, endUnpaid, tellAmount, tellTrialEnds } from './closings';
import { shopOf } from './common';
import { tellLeaving } from './leave';
import { endPause } from './pause';
import { stepDownNow } from './stepDown';

/** A moment of an agreement has come. What no longer holds is nothing to do. */
export function agreementMoment(
  state: ShopState,
  command: CommandOf<'agreement-moment'>,
  context: DecideContext,
): Decision {
  switch (command.moment) {
    case 'due':
      return stepDownNow(state, command, context) ?? chargeDue(state, command, context);
    case 'try':
      return tryAgain(state, command, context);
    case 'return':
      return endPause(state, command, context);
    case 'grace':
      return endGrace(state, command);
    case 'end-unpaid':
      return endUnpaid(state, command, context);
    case 'end':
      return endPaid(state, command, context);
    case 'leaving':
      return tellLeaving(state, command);
    case 'amount':
      return tellAmount(state, command, context);
    case 'notice':
      return tellTrialEnds(state, command, (a: Agreement) =>
        a.next ? chargeFor(a, a.next, shopOf(context).tax).amount : 0,
      );
  }
}
