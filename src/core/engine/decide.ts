import { fact } from '#core/journal';
import { refuse } from '#core/refusal';
import {
  agreementMoment,
  answerDue,
  cancel,
  changeCard,
  comeBack,
  confirmGap,
  confirmLeaving,
  keepOn,
  moveBuyer,
  moveDueDay,
  pause,
  payRest,
  refundAgreement,
  retryDue,
  stopPlan,
  stepDown,
  switchTo,
} from '../features/agreements';
import { acceptOffer, declineOffer } from '../features/orders/acceptOffer';
import {
  bookSession,
  callOffSession,
  giveSessions,
  markSession,
  moveSession,
  remindSession,
} from '../features/booking/bookSession';
import { answerCharge } from '../features/orders/answerCharge';
import { closeDispute, openDispute } from '../features/orders/dispute';
import { expireCharge, expirePass } from '../features/orders/expire';
import { joinPeople } from '../features/people/joinPeople';
import { fetchFile } from '../features/access/fetchFile';
import { markLesson, passQuiz } from '../features/learning/learn';
import { givePasses, movePass, withdrawPass } from '../features/access/passesByHand';
import { pay } from '../features/orders/pay';
import { voidClaims } from '../features/orders/voidClaims';
import { publish } from '../features/publishing/publish';
import { answerRefund, refund } from '../features/orders/refund';
import type { Command, DecideContext, Decision } from './command';
import { forPresentPeople } from '../features/people/joined';
import { callOffDate, moveDate } from '../features/classes/changeDate';
import { changeSeat, takeMoneyBack, takeSeat } from '../features/classes/takeSeat';
import { finishTask, reopenTask } from '../features/fulfilment/tasks';
import { sessionsFollow } from '../features/booking/follow';
import type { ShopState } from './state';

/**
 * What follows from a command, as facts, or why it is refused. It does all the computing and changes nothing;
 * what follows inside the shop is in the same list, so that it is recorded whole or not at all.
 */
export function decide(state: ShopState, asked: Command, context: DecideContext): Decision {
  const decision = decideAlone(state, forPresentPeople(state, asked), context);
  if ('refused' in decision) return decision;
  const follow = sessionsFollow(state, decision.events, context);
  return follow.length === 0 ? decision : { events: [...decision.events, ...follow] };
}

function decideAlone(state: ShopState, command: Command, context: DecideContext): Decision {
  switch (command.type) {
    case 'publish':
      return publish(state, command, context);
    case 'change-person':
      return { events: [fact('person.changed', { personId: command.personId, rev: command.rev })] };
    case 'join-people':
      return joinPeople(state, command);
    case 'pay':
      return pay(state, command, context);
    case 'accept-offer':
      return acceptOffer(state, command, context);
    case 'decline-offer':
      return declineOffer(state, command);
    case 'void-claims':
      return voidClaims(state, command);
    case 'give-up-charge':
      return expireCharge(state, command);
    case 'answer-charge':
      return state.dueCharges.has(command.key)
        ? answerDue(state, command, context)
        : answerCharge(state, command, context);
    case 'expire-charge':
      return expireCharge(state, command);
    case 'expire-pass':
      return expirePass(state, command);
    case 'refund':
      return refund(state, command, context);
    case 'answer-refund':
      return answerRefund(state, command, context);
    case 'open-dispute':
      return openDispute(state, command);
    case 'agreement-moment':
      return agreementMoment(state, command, context);
    case 'retry-due':
      return retryDue(state, command, context);
    case 'change-card':
      return changeCard(state, command, context);
    case 'move-buyer':
      return moveBuyer(state, command, context);
    case 'pay-rest':
      return payRest(state, command, context);
    case 'pause':
      return pause(state, command, context);
    case 'return':
      return comeBack(state, command, context);
    case 'move-due-day':
      return moveDueDay(state, command, context);
    case 'cancel':
      return cancel(state, command, context);
    case 'keep':
      return keepOn(state, command, context);
    case 'confirm-leaving':
      return confirmLeaving(state, command, context);
    case 'stop-plan':
      return stopPlan(state, command, context);
    case 'switch':
      return switchTo(state, command, context);
    case 'step-down':
      return stepDown(state, command, context);
    case 'refund-agreement':
      return refundAgreement(state, command, context);
    case 'confirm-gap':
      return confirmGap(state, command, context);
    case 'close-dispute':
      return closeDispute(state, command, context);
    case 'give-passes':
      return givePasses(state, command, context);
    case 'move-pass':
      return movePass(state, command, context);
    case 'withdraw-pass':
      return withdrawPass(state, command, context);
    case 'mark-lesson':
      return markLesson(state, command, context);
    case 'pass-quiz':
      return passQuiz(state, command, context);
    case 'book-session':
      return bookSession(state, command, context);
    case 'move-session':
      return moveSession(state, command, context);
    case 'call-off-session':
      return callOffSession(state, command, context);
    case 'mark-session':
      return markSession(state, command, context);
    case 'give-sessions':
      return giveSessions(state, command, context);
    case 'remind-session':
      return remindSession(state, command, context);
    case 'take-seat':
      return takeSeat(state, command, context);
    case 'change-seat':
      return changeSeat(state, command, context);
    case 'take-money-back':
      return takeMoneyBack(state, command, context);
    case 'move-date':
      return moveDate(state, command, context);
    case 'call-off-date':
      return callOffDate(state, command, context);
    case 'finish-task':
      return finishTask(state, command, context);
    case 'reopen-task':
      return reopenTask(state, command);
    case 'fetch-file':
      return fetchFile(state, command, context);
    case 'mark-done':
      return state.pending.has(command.key) ? { events: [fact('done', { key: command.key })] } : nothing;
    case 'move-clock':
      return { events: [fact('clock.moved', { to: command.to })] };
    case 'resume':
      return { events: [fact('journal.resumed', { why: command.why })] };
  }
}

const nothing = refuse('nothing-to-do', { why: 'done' });
