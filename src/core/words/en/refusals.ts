import type { RefusalCode, RefusalFacts } from '#core/refusal';

/** How amounts are written where a refusal names one. */
export interface Say {
  money: (minor: number, currency: string) => string;
}
export type RefusalWords = { [C in RefusalCode]: (facts: RefusalFacts[C], say: Say) => string };

const countryIn = (locale: string, code: string): string =>
  new Intl.DisplayNames([locale], { type: 'region' }).of(code) ?? code;

const SAFE = 'Nothing was charged.';

/** Every refusal: what happened, what is safe, what to do. */
export const refusals: RefusalWords = {
  'not-on-sale': ({ why }) =>
    `${
      {
        off: 'This is not on sale any more.',
        'not-yet': 'This is not on sale yet.',
        over: 'This is not on sale any more.',
        'access-over': 'The time for which this would open is over.',
      }[why]
    } ${SAFE}`,
  'no-such-price': () => `This price is not offered any more. ${SAFE}`,
  'sold-out': () => `The last one was sold a moment ago. ${SAFE}`,
  'buyer-limit': ({ each }) =>
    `${each === 1 ? 'Each buyer can have this once' : `Each buyer can have this ${each} times`}, and this address already has it. ${SAFE} Sign in to open it.`,
  'too-many': ({ most }) =>
    `${most === 1 ? 'Only one of this can be had' : `At most ${most} of this can be had`} in one order. ${SAFE}`,
  'amount-named': ({ least, most, currency }, { money }) =>
    `${
      most === null
        ? `Name an amount from ${money(least, currency)} on.`
        : `Name an amount from ${money(least, currency)} to ${money(most, currency)}.`
    } ${SAFE}`,
  coupon: ({ why, code, currency }) =>
    why === 'nothing-to-pay'
      ? 'There is nothing to pay here, so no code is needed.'
      : `${
          {
            unknown: `The code ${code} is not known here.`,
            'not-for-this': `The code ${code} is not for this.`,
            'other-currency': `The code ${code} is for prices in ${currency}.`,
            'not-yet': `The code ${code} does not work yet.`,
            over: `The code ${code} has ended.`,
            'used-up': `The code ${code} is used up.`,
            'used-by-you': `The code ${code} was already used with this address.`,
          }[why]
        } ${SAFE}`,
  'vat-number': ({ why, at }) =>
    `${
      {
        'no-country': 'Choose a country from the list.',
        form: 'That VAT number cannot be right: its form or its check digits do not fit. Write it with the two letters of its country, or leave it empty.',
        'other-country': 'That VAT number belongs to another country than the one chosen.',
      }[why]
    } ${at === 'checkout' ? SAFE : 'Nothing was changed.'}`,
  'quote-changed': () =>
    `The price has changed since this page was opened. ${SAFE} Look at the new price and decide again.`,
  'card-needed': ({ later }) =>
    `${later ? 'A card is needed for what is due later.' : 'A card is needed to pay.'} ${SAFE}`,
  'way-not-kept': () =>
    `A bank account can be asked only once, and something is due later here. ${SAFE} Choose another way to pay.`,
  'already-paid': () => 'This order is already paid. You were not charged again.',
  'already-runs': () =>
    `With this address this subscription runs already. ${SAFE} Sign in to see it, change it or start it again.`,
  'still-asking': ({ at }) =>
    at === 'checkout'
      ? 'We are asking your bank. Do not pay again.'
      : 'The bank is being asked about a payment at this moment. Nothing was changed. Try again when it has answered.',
  'no-such-agreement': () => 'There is no such payment plan or subscription.',
  'not-now': ({ why, currency, status }) =>
    ({
      'plan-stays':
        'A payment plan is a price paid in parts, so it cannot be stopped after its trial. The rest can be paid at once.',
      ended: 'This has ended. Starting again is a new order.',
      'only-running-plan': 'Only a payment plan that still runs can be ended like this.',
      'not-paused': 'Payments are not paused.',
      'pause-in-past': 'A pause ends on a later day than today.',
      'return-in-past': 'The day of return lies after today. To come back today, choose “now”.',
      'due-day-while-behind': 'The due day can be changed while payments go on and none is behind.',
      'pause-no-more': 'No more payments come, so there is nothing to pause.',
      'pause-behind': 'A payment is behind. Once it is paid, payments can be paused.',
      'pause-ending': 'No more payments come, so there is nothing to pause.',
      'pause-trial': 'A trial cannot be paused. It can be stopped before it ends, and then nothing is paid.',
      'pause-already': 'Payments are paused already.',
      'pause-disputed': 'The bank disputes a payment. Until that is decided nothing can be paused.',
      'switch-only-subscriptions': 'Only a subscription can be switched. A payment plan stays as it was sold.',
      'switch-state': `A subscription can be switched while it is active or in trial; this one is ${status.replaceAll('-', ' ')}.`,
      'switch-to-nothing': 'Choose a subscription to switch to.',
      'switch-off-sale': 'That price is not on sale now.',
      'switch-runs-already': 'This person has a subscription to that offer already. Stop that one first.',
      'switch-currency': `It is paid in ${currency}, so it can only be switched to a price in ${currency}.`,
    })[why],
  'no-such-order': () => 'There is no such order.',
  'no-such-person': () => 'One of these two is not known here, or was erased. Nothing was changed.',
  'same-person': () => 'These are one person already. Nothing was changed.',
  'no-such-pass': () => 'This link does not belong to anything that was bought.',
  'pass-not-open': () => 'Access to this file is closed.',
  'no-such-product': () => 'There is no such product on sale or put away here. Nothing was changed.',
  'until-past': () => 'The last day lies behind. Nothing was changed. Choose a later one.',
  'pass-closed': () => 'This access is closed already. Nothing was changed. It can be given anew.',
  'pass-by-money': () =>
    'A plan or subscription that still runs opens and closes this. Nothing was changed. Act on that one instead.',
  'no-such-file': () => 'This file is not part of what was bought any more.',
  'no-such-lesson': () => 'There is no such lesson in what is yours.',
  'part-not-open': () => 'This has not opened for you yet.',
  'quiz-first': () => 'This lesson is done once its quiz is passed.',
  'slot-taken': () => 'This time is not free any more. Nothing was booked or changed. Choose another one.',
  'no-sessions-left': () => 'All sessions are used or booked. Nothing was changed.',
  'sessions-on-hold': () =>
    'Nothing new can be booked while access is on hold or has not begun. What is booked stands as it is.',
  'session-after-access': () =>
    'Access ends before this session would be over. Nothing was changed. Choose an earlier time.',
  'no-such-session': () => 'There is no such session in what is yours.',
  'session-over': () => 'This session is over or was called off. Nothing was changed.',
  'session-begun': () => 'This session has begun. Nothing was changed.',
  'session-not-begun': () => 'This session has not begun yet. Nothing was changed.',
  'session-late': ({ noticeHours }) =>
    `It begins in less than ${noticeHours === 1 ? 'an hour' : `${noticeHours} hours`}. It can be called off, and then it counts as used. Nothing was changed.`,
  'seat-gone': () =>
    'That date has no seat left, has begun, or does not take place. Choose another one. Nothing was charged or changed.',
  'no-such-date': () => 'There is no such date. Nothing was changed.',
  'date-set': ({ title }) =>
    `Somebody has a seat, or is paying for one, at a date of “${title}” whose time was edited, or that was taken out. Move it or call it off in Deliver, which tells them, and publish again. Nothing was published.`,
  'seat-had': () => 'You have a seat already. Move it to another date instead. Nothing was changed.',
  'seat-money-back': () =>
    'The money for this seat went back to you, so no other date can be taken for it. Nothing was changed.',
  'date-past': () => 'That time lies behind. Choose one that is to come. Nothing was changed.',
  'date-over': () => 'That date has begun, is over, or was called off. Nothing was changed.',
  'no-offer': () =>
    'No money can be taken back for this here, or it is on its way already. Nothing was changed. Write to us and we will help.',
  'seat-late': ({ noticeHours }) =>
    `It begins in less than ${noticeHours === 1 ? 'an hour' : `${noticeHours} hours`}, so the seat cannot be moved any more. Nothing was changed.`,
  'no-such-task': () => 'There is no such task. Nothing was changed.',
  'task-not-now': ({ why }) =>
    why === 'on-hold'
      ? 'A payment for it is disputed, behind, or on its way back. Wait until that is settled. Nothing was changed.'
      : 'It was given back or taken back, so nothing has to be done for it any more. Nothing was changed.',
  'not-sent-there': ({ country }) =>
    `Part of this is sent by post, and it is not sent to ${countryIn('en', country)}. ${SAFE} Choose another country, or buy something else.`,
  'gift-not-once': () => `Only what is paid once can be given as a gift. ${SAFE}`,
  'address-needed': () => `Part of this is sent by post: write where to. ${SAFE}`,
  'used-up': ({ limit }) =>
    `This file was fetched ${limit} times, which is as often as it can be. Write to us and we will help.`,
  'too-much': ({ most, currency }, { money }) => `At most ${money(most, currency)} can still be given back.`,
  'too-many-units': ({ most }) =>
    most === 0
      ? 'All of them were given back already. Name an amount only.'
      : `At most ${most} of them can still be given back.`,
  'nothing-to-refund': ({ why }) =>
    ({
      'no-amount': 'That is not an amount of this order.',
      twice: 'A line is named twice.',
      nothing: 'Nothing would be given back.',
      'nothing-paid': 'Nothing was paid for this order.',
    })[why],
  'refund-running': ({ of }) =>
    of === 'order'
      ? 'A refund of this order is on its way. Wait for its answer.'
      : 'A refund is on its way. Wait for its answer.',
  disputed: ({ at }) =>
    at === 'stop'
      ? 'The bank disputes a payment. Until that is decided this cannot be stopped.'
      : 'The bank disputes a payment, so nothing can be given back until that is decided.',
  'no-such-payment': ({ what }) =>
    ({
      charge: 'The answer names a charge that was never asked for.',
      'disputed-payment': 'The dispute names a payment that is not known here.',
      dispute: 'This dispute is not known here.',
    })[what],
  'another-live': () =>
    'Something else was published meanwhile, perhaps on another computer. Nothing was published. Load what is live and publish again.',
  'cannot-launch': ({ stops }) => `Nothing was published. ${stops.join(' ')}`,
  'would-strand': () =>
    'Nothing was published: people who paid would lose something they can open now. Put the product and its files back; taken off sale, it stays for those who own it.',
  'currency-locked': ({ title, soldIn, currency }) =>
    `Nothing was published. “${title}” was already sold in ${soldIn}, so its currency stays. Make another offer for ${currency}.`,
  'stands-still': () =>
    'The shop stands still until its owner has looked after it. Nothing was charged and nothing was changed. Try again later.',
  storage: () =>
    'The shop could not write this down, so it did not happen. Nothing was charged. Try again in a minute.',
  'nothing-to-do': ({ why }) =>
    ({
      done: 'Nothing is left to do here.',
      'nothing-new': 'Nothing new is known.',
      recorded: 'This was already recorded.',
      'ended-already': 'This has ended already.',
      'ends-by-itself': 'It is stopped already and ends by itself.',
      'nothing-owed': 'Nothing is owed at this moment, so there is nothing to try again.',
      'no-card-needed': 'Nothing more is paid here, so no card is needed.',
      'no-rest': 'There is no rest to pay here.',
      'country-changes-nothing': 'Nothing more is paid here, so the country changes nothing.',
      'such-a-day-already': 'The next payment is due on such a day already.',
      'this-price-already': 'This is the price already.',
      answered: 'This was already answered.',
      'closed-already': 'Access was already closed.',
    })[why],
};
