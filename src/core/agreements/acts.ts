import type { Instant } from '#core/calendar';
import { refuse, type Refusal } from '#core/refusal';
import { type Agreement, isRunning } from './agreement';
import { isBeingRefunded, isBeingReplaced, isDisputed } from './stops';

/** What can be done to a payment plan or subscription. */
export type AgreementAct =
  | 'pause'
  | 'return'
  | 'cancel'
  | 'keep'
  | 'confirm'
  | 'stop-plan'
  | 'switch'
  | 'move-due-day'
  | 'move'
  | 'retry'
  | 'pay-rest'
  | 'change-card';

type Asked = Pick<
  Agreement,
  | 'status'
  | 'leaving'
  | 'terms'
  | 'next'
  | 'stops'
  | 'unanswered'
  | 'pause'
  | 'endsAt'
  | 'finishes'
  | 'currency'
  | 'owed'
>;

/** Acts that wait until the bank or the payment service has answered. */
const waitsForAnswer: ReadonlySet<AgreementAct> = new Set([
  'pause',
  'switch',
  'move-due-day',
  'retry',
  'pay-rest',
  'confirm',
]);

/**
 * Why an act cannot be done as things stand; null where it can. Whoever offers an act asks here, and so does whoever
 * carries it out, so that no screen offers what is refused or hides what is not.
 */
export function whyNotAct(a: Asked, act: AgreementAct, now: Instant): Refusal | null {
  const notNow = (why: Extract<Refusal, { refused: 'not-now' }>['facts']['why']): Refusal =>
    refuse('not-now', { why, currency: a.currency, status: a.status });
  const nothing = (why: Extract<Refusal, { refused: 'nothing-to-do' }>['facts']['why']): Refusal =>
    refuse('nothing-to-do', { why });
  // What has ended has ended, whatever the bank is asked.
  if (act === 'cancel' && !isRunning(a)) return nothing('ended-already');
  if (act !== 'return' && act !== 'keep' && a.unanswered !== null) return refuse('still-asking', { at: 'change' });
  // What money on its way back leads to is not known yet; what is due then is asked for then.
  if (waitsForAnswer.has(act) && isBeingRefunded(a)) return refuse('refund-running', { of: 'agreement' });
  if (waitsForAnswer.has(act) && isBeingReplaced(a)) return refuse('still-asking', { at: 'change' });
  switch (act) {
    case 'pause':
      if (a.status === 'in-trial') return notNow('pause-trial');
      if (a.status === 'past-due') return notNow('pause-behind');
      if (a.status === 'paused') return notNow('pause-already');
      if (isDisputed(a)) return notNow('pause-disputed');
      return a.status !== 'active' || a.next === null ? notNow('pause-no-more') : null;
    case 'return':
      return a.status !== 'paused' || !a.pause ? notNow('not-paused') : null;
    case 'cancel':
      if (isDisputed(a)) return refuse('disputed', { at: 'stop' });
      return a.terms.kind === 'plan' && a.status !== 'in-trial' ? notNow('plan-stays') : null;
    case 'keep':
      return a.status !== 'ending' || a.endsAt === null || a.finishes || a.endsAt <= now ? notNow('ended') : null;
    case 'confirm':
      if (isDisputed(a)) return refuse('disputed', { at: 'stop' });
      return a.status !== 'ending' || !a.leaving ? notNow('ended') : null;
    case 'stop-plan':
      return a.terms.kind !== 'plan' || !isRunning(a) ? notNow('only-running-plan') : null;
    case 'switch':
      if (a.terms.kind !== 'subscription') return notNow('switch-only-subscriptions');
      return isDisputed(a) || (a.status !== 'active' && a.status !== 'in-trial') ? notNow('switch-state') : null;
    case 'move-due-day':
      return a.status !== 'active' || a.next === null || isDisputed(a) ? notNow('due-day-while-behind') : null;
    case 'move':
      return isRunning(a) ? null : nothing('country-changes-nothing');
    case 'retry':
      return a.status !== 'past-due' || isDisputed(a) ? nothing('nothing-owed') : null;
    case 'pay-rest':
      return a.terms.kind !== 'plan' ||
        isDisputed(a) ||
        (a.status !== 'active' && a.status !== 'past-due' && a.status !== 'paused')
        ? nothing('no-rest')
        : null;
    case 'change-card':
      return isRunning(a) ? null : nothing('no-card-needed');
  }
}
