import type { Means } from '#core/ways';
import { theMeans } from './means';
type EndedBecause =
  'cancelled' | 'unpaid' | 'finished' | 'switched' | 'replaced' | 'refunded' | 'dispute-lost' | 'let-go' | 'stopped';

/** Where a payment plan or subscription stands, and what its member can do. Amounts and days come as they are read. */
export const agreements = {
  disputed: (): string => 'A payment is disputed. Until the bank decides, nothing is due and access is on hold.',
  next: (amount: string, day: string): string => `${amount} on ${day}`,
  inTrial: (until: string, next: string): string => `In trial until ${until}. Then ${next}.`,
  active: (next: string): string => `The next payment is ${next}.`,
  /** A lower level that begins with the next payment. */
  stepsDown: (title: string, day: string): string => `It changes to “${title}” on ${day}.`,
  activePlan: (made: number, of: number, next: string): string =>
    `${made} of ${of} payments made, ${of - made} left. The next is ${next}.`,
  behind: (owed: string, since: string, tryOn: string | null, held: boolean, openUntil: string): string =>
    `${owed} has been past due since ${since}.${tryOn === null ? '' : ` We try again on ${tryOn}.`}${held ? ' Access is on hold until it is paid.' : ` Access stays open until ${openUntil}.`}`,
  paused: (until: string | null): string => (until === null ? 'Paused until it is resumed.' : `Paused until ${until}.`),
  finishing: (day: string): string => `The last payment has been made. It ends on ${day}.`,
  stopped: (day: string): string => `Cancelled. Access stays open until ${day}, and nothing more is charged.`,
  leaving: (day: string): string =>
    `Ends on ${day}, because a product that replaces it was bought with your email address. Nothing more is charged. Confirm, or keep it.`,
  ended: (day: string, why: EndedBecause): string =>
    `Ended on ${day}: ${
      {
        cancelled: 'it was cancelled',
        unpaid: 'a payment stayed unpaid',
        finished: 'its last period was over',
        switched: 'it was switched to something else',
        replaced: 'it was replaced',
        refunded: 'it was refunded',
        'dispute-lost': 'the payment was lost in a dispute',
        'let-go': 'the remaining payments were waived, and access stays open',
        stopped: 'the payment plan was ended',
      }[why]
    }.`,
  paidOff: (): string => 'Paid off. Nothing more is due.',
  acts: {
    retry: {
      label: (owed: string): string => `Pay ${owed} now`,
      leadsTo: (owed: string, means: Means): string =>
        `${owed} is charged to ${theMeans(means)} now. To use another card, update it here and we’ll charge that one.`,
    },
    rest: {
      label: (): string => 'Pay the rest now',
      leadsTo: (rest: string, means: Means): string =>
        `${rest} is charged to ${theMeans(means)} now. Then everything is paid.`,
    },
    return: {
      label: (): string => 'Resume now',
      leadsTo: (days: number): string =>
        `It resumes today. First you use the ${days} days you have already paid for, then the next payment is due.`,
    },
    pause: {
      label: (): string => 'Pause payments',
      leadsTo: (plan: boolean): string =>
        plan
          ? 'Nothing is charged until the day you choose. Access stays open.'
          : 'Nothing is charged and access is on hold until the day you choose. After that you use the days you have already paid for.',
    },
    keep: {
      label: (): string => 'Undo cancellation',
      leadsTo: (amount: string, day: string): string =>
        `It continues as if it had not been cancelled. The next payment is ${amount} on ${day}.`,
    },
    confirm: {
      label: (): string => 'Confirm: end it now',
      keep: (): string => 'Keep it',
      leadsTo: (back: string | null): string =>
        `It ends now${back === null ? '' : `, and we refund ${back} for the days that were unused when you bought`}.`,
    },
    stop: {
      labelNow: (): string => 'Cancel now',
      label: (day: string | null): string => (day === null ? 'Cancel' : `Cancel (ends ${day})`),
      behind: (): string => 'It ends now and access closes. You owe nothing.',
      paused: (days: number): string =>
        `Access opens again for the ${days} days that were paid for, then it ends. Nothing more is charged.`,
      leadsTo: (day: string): string =>
        `Access stays open until ${day}. Nothing more is charged. You can undo this until then.`,
    },
    switch: {
      now: (today: string, credit: string | null, then: string): string =>
        `You pay ${today} now${credit === null ? '' : `: ${credit} for the unused days of your present plan has been taken off`}. After that it costs ${then}.`,
      later: (day: string, then: string, less: boolean): string =>
        `Nothing is charged now. From ${day} it costs ${then}${less ? '; until then everything stays open' : ''}.`,
      then: (amount: string, often: string, sending: string | null): string =>
        `${amount} ${often}${sending === null ? '' : `, of which ${sending} is for delivery`}`,
      lacks: (then: string, notThere: boolean): string =>
        `It costs ${then}. Part of it is sent by post${notThere ? ', but not to the address we have. Enter another one' : '. Enter the address'} and you will see what you pay.`,
      addressKept: 'The address is saved. You now see what you would pay.',
      stay: (): string => 'Stay with this plan',
      stayLeadsTo: (title: string): string => `“${title}” continues at its present price.`,
    },
    card: (means: Means): string =>
      means.way === undefined ? `Change card (ends ${means.last4})` : 'Pay by card instead',
  },
  said: {
    paid: 'Paid. Thank you.',
    refused: 'The card was declined. Nothing was charged. Try another card.',
    asked: 'We are asking your bank. You will see the answer here.',
    'nothing-asked': 'Done.',
  },
  payments: {
    several: (n: number): string => `${n} payments`,
    one: (): string => 'payment',
    first: (): string => 'on the day of purchase',
  },
};
export type AgreementWords = typeof agreements;
