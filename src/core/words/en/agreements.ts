import type { Means } from '#core/ways';
import { theMeans } from './means';
type EndedBecause =
  'cancelled' | 'unpaid' | 'finished' | 'switched' | 'replaced' | 'refunded' | 'dispute-lost' | 'let-go' | 'stopped';

/** Where a payment plan or subscription stands, and what its member can do. Amounts and days come as they are read. */
export const agreements = {
  disputed: (): string => 'The bank disputes a payment. Until that is decided nothing is due, and access is on hold.',
  next: (amount: string, day: string): string => `${amount} on ${day}`,
  inTrial: (until: string, next: string): string => `In trial until ${until}. Then ${next}.`,
  active: (next: string): string => `The next payment is ${next}.`,
  /** A lower level that begins with the next payment. */
  stepsDown: (title: string, day: string): string => `It changes to “${title}” on ${day}.`,
  activePlan: (made: number, of: number, next: string): string =>
    `${made} of ${of} payments made, ${of - made} left. The next is ${next}.`,
  behind: (owed: string, since: string, tryOn: string | null, held: boolean, openUntil: string): string =>
    `${owed} is behind since ${since}.${tryOn === null ? '' : ` It is tried again on ${tryOn}.`}${held ? ' Access is on hold until it is paid.' : ` Access stays open until ${openUntil}.`}`,
  paused: (until: string | null): string =>
    until === null ? 'Paused, until somebody takes it up again.' : `Paused until ${until}.`,
  finishing: (day: string): string => `The last payment was made. It ends on ${day}.`,
  stopped: (day: string): string => `Stopped. Access stays open until ${day}, and nothing more is paid.`,
  leaving: (day: string): string =>
    `Ends on ${day}, because something that takes its place was bought with your address. Nothing more is charged. Confirm, or keep it.`,
  ended: (day: string, why: EndedBecause): string =>
    `Ended on ${day}: ${
      {
        cancelled: 'it was stopped',
        unpaid: 'a payment stayed unpaid',
        finished: 'its last period was over',
        switched: 'it was switched to something else',
        replaced: 'something else took its place',
        refunded: 'the money was given back',
        'dispute-lost': 'the bank took the money back',
        'let-go': 'the rest was let go, and access stays',
        stopped: 'the payment plan was ended',
      }[why]
    }.`,
  paidOff: (): string => 'Paid off. Nothing more is due.',
  acts: {
    retry: {
      label: (owed: string): string => `Pay ${owed} now`,
      leadsTo: (owed: string, means: Means): string =>
        `${owed} is taken from ${theMeans(means)} now. Should it be another card, change it; that pays it, too.`,
    },
    rest: {
      label: (): string => 'Pay the rest now',
      leadsTo: (rest: string, means: Means): string =>
        `${rest} is taken from ${theMeans(means)} now. Then it is paid off.`,
    },
    return: {
      label: (): string => 'Come back now',
      leadsTo: (days: number): string =>
        `It goes on today. The ${days} days that were paid for come first, then the next payment.`,
    },
    pause: {
      label: (): string => 'Pause payments',
      leadsTo: (plan: boolean): string =>
        plan
          ? 'Nothing is paid until the day you choose. Access stays open.'
          : 'Nothing is paid and access is on hold until the day you choose. The days you have paid for come after it.',
    },
    keep: {
      label: (): string => 'Go on after all',
      leadsTo: (amount: string, day: string): string =>
        `It goes on as if it had not been stopped. The next payment is ${amount} on ${day}.`,
    },
    confirm: {
      label: (): string => 'Confirm: end it now',
      keep: (): string => 'Keep it',
      leadsTo: (back: string | null): string =>
        `It ends now${back === null ? '' : `, and ${back} for the days that were unused when you bought goes back to you`}.`,
    },
    stop: {
      labelNow: (): string => 'Stop now',
      label: (day: string | null): string => (day === null ? 'Stop' : `Stop after ${day}`),
      behind: (): string => 'It ends now and access closes. Nothing is owed.',
      paused: (days: number): string =>
        `Access opens again for the ${days} days that were paid for, then it ends. Nothing more is paid.`,
      leadsTo: (day: string): string =>
        `Access stays open until ${day}. Nothing more is paid. You can take it back until then.`,
    },
    switch: {
      now: (today: string, credit: string | null, then: string): string =>
        `You pay ${today} now${credit === null ? '' : `: ${credit} for the unused days of your present plan has been taken off`}. After that it costs ${then}.`,
      later: (day: string, then: string, less: boolean): string =>
        `Nothing is charged now. From ${day} it costs ${then}${less ? '; until then everything stays open' : ''}.`,
      then: (amount: string, often: string, sending: string | null): string =>
        `${amount} ${often}${sending === null ? '' : `, of which ${sending} is for sending`}`,
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
    refused: 'The card was refused. Nothing was taken. Try another card.',
    asked: 'We are asking your bank. This page says so when it has answered.',
    'nothing-asked': 'Done.',
  },
  payments: {
    several: (n: number): string => `${n} payments`,
    one: (): string => 'payment',
    first: (): string => 'on the day of buying',
  },
};
export type AgreementWords = typeof agreements;
