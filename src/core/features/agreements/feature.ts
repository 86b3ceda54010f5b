import type { DueHandler, Feature } from '../../engine/feature';
import { isRecorded, markDone, reached } from '../../engine/performEffect';
import { cancel, keepOn, stopPlan } from './cancel';
import { changeCard, payRest, retryDue } from './charge';
import { agreementsFold } from './fold';
import { AGREEMENT_MOMENTS, type AgreementMoment } from './fold/dues';
import { plan } from './fold/moments';
import { confirmGap } from './gap';
import { confirmLeaving } from './leave';
import { agreementMoment } from './moment';
import { moveBuyer } from './moveBuyer';
import { comeBack, moveDueDay, pause } from './pause';
import { refundAgreement } from './refundAgreement';
import { stepDown } from './stepDown';
import { switchTo } from './switch';
import { agreementsOfPerson } from './ofPerson';

const moment: DueHandler<AgreementMoment> = {
  command: ({ kind, agreementId }, dueAt) => ({ type: 'agreement-moment', moment: kind, agreementId, dueAt }),
  // Whatever comes of this moment, the agreement's later ones are still to come.
  taken: (state, item) => {
    const agreement = state.agreements.get(item.what.agreementId);
    if (agreement) plan(state, agreement, item);
  },
};

/** Payment plans and subscriptions in force: what falls due, is tried again, rests, ends, or becomes another. */
export const agreements: Feature = {
  name: 'agreements',
  fold: agreementsFold,
  ofPerson: agreementsOfPerson,
  commands: {
    'agreement-moment': agreementMoment,
    'retry-due': retryDue,
    'change-card': changeCard,
    'move-buyer': moveBuyer,
    'pay-rest': payRest,
    pause,
    return: comeBack,
    'move-due-day': moveDueDay,
    cancel,
    keep: keepOn,
    'confirm-leaving': confirmLeaving,
    'stop-plan': stopPlan,
    switch: switchTo,
    'step-down': stepDown,
    'refund-agreement': refundAgreement,
    'confirm-gap': confirmGap,
  },
  dues: Object.fromEntries(AGREEMENT_MOMENTS.map((kind) => [kind, moment])),
  effects: {
    due: async ({ key }, { calls, execute, state }) =>
      isRecorded(await execute({ type: 'answer-charge', key, answer: await calls.due(key) })) &&
      !state().pending.has(key),
    'agreement-mail': async ({ key, message, at }, tools) => {
      const person = reached(tools, message.personId);
      const agreement = tools.state().agreements.get(message.agreementId);
      if (person && agreement) await tools.ports.mailer.sendAbout({ key, message, agreement, person, at });
      return markDone(tools, key);
    },
  },
};
