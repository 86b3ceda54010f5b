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
        off: 'This is no longer on sale.',
        'not-yet': 'This is not on sale yet.',
        over: 'This is no longer on sale.',
        'access-over': 'The access period of this offer is over.',
      }[why]
    } ${SAFE}`,
  'no-such-price': () => `This price is no longer offered. ${SAFE}`,
  'sold-out': () => `The last one was sold a moment ago. ${SAFE}`,
  'buyer-limit': ({ each }) =>
    `${each === 1 ? 'Each buyer can have this once' : `Each buyer can have this ${each} times`}, and this email address already has it. ${SAFE} Sign in to open it.`,
  'too-many': ({ most }) =>
    `${most === 1 ? 'You can buy only one of this' : `You can buy at most ${most} of this`} in one order. ${SAFE}`,
  'amount-named': ({ least, most, currency }, { money }) =>
    `${
      most === null
        ? `Enter an amount of at least ${money(least, currency)}.`
        : `Enter an amount from ${money(least, currency)} to ${money(most, currency)}.`
    } ${SAFE}`,
  coupon: ({ why, code, currency }) =>
    why === 'nothing-to-pay'
      ? 'There is nothing to pay here, so no code is needed.'
      : `${
          {
            unknown: `We don’t know the code ${code}.`,
            'not-for-this': `The code ${code} is not valid for this.`,
            'other-currency': `The code ${code} is for prices in ${currency}.`,
            'not-yet': `The code ${code} is not valid yet.`,
            over: `The code ${code} has ended.`,
            'used-up': `The code ${code} has been used too often.`,
            'used-by-you': `The code ${code} was already used with this email address.`,
          }[why]
        } ${SAFE}`,
  'vat-number': ({ why, at }) =>
    `${
      {
        'no-country': 'Choose a country from the list.',
        form: 'That VAT number can’t be right: its format or its check digits are wrong. Enter it with the two letters of its country, or leave it empty.',
        'other-country': 'That VAT number belongs to a different country from the one you chose.',
      }[why]
    } ${at === 'checkout' ? SAFE : 'Nothing was changed.'}`,
  'quote-changed': () =>
    `The price has changed since this page was opened. ${SAFE} Check the new price, then decide again.`,
  'card-needed': ({ later }) =>
    `${later ? 'A card is needed for later payments.' : 'A card is needed to pay.'} ${SAFE}`,
  'way-not-kept': () => `A bank account can’t be charged again for later payments. ${SAFE} Choose another way to pay.`,
  'already-paid': () => 'This order is already paid. You were not charged again.',
  'already-runs': () =>
    `This email address already has this subscription. ${SAFE} Sign in to see it, change it or start it again.`,
  'still-asking': ({ at }) =>
    at === 'checkout'
      ? 'We are asking your bank. Please don’t pay again.'
      : 'The bank is still deciding about a payment. Nothing was changed. Try again when it has answered.',
  'no-such-agreement': () => 'There is no such payment plan or subscription.',
  'not-now': ({ why, currency, status }) =>
    ({
      'plan-stays':
        'A payment plan is a price paid in instalments, so it can’t be cancelled after its trial. You can pay the remaining amount at once.',
      ended: 'This has ended. Starting again is a new order.',
      'only-running-plan': 'Only a payment plan that still runs can be ended like this.',
      'not-paused': 'Payments are not paused.',
      'pause-in-past': 'A pause must end after today.',
      'return-in-past': 'The date must be after today. To resume today, choose “now”.',
      'due-day-while-behind': 'The due day can be changed while payments are running and none is past due.',
      'pause-no-more': 'No more payments are due, so there is nothing to pause.',
      'pause-behind': 'A payment is past due. Once it is paid, payments can be paused.',
      'pause-ending': 'No more payments are due, so there is nothing to pause.',
      'pause-trial': 'A trial can’t be paused. Cancel it before it ends, and nothing is charged.',
      'pause-already': 'Payments are paused already.',
      'pause-disputed': 'A payment is disputed. Until the bank decides, nothing can be paused.',
      'switch-only-subscriptions': 'Only a subscription can be switched. A payment plan stays as it was sold.',
      'switch-state': `A subscription can be switched while it is active or in trial; this one is ${status.replaceAll('-', ' ')}.`,
      'switch-to-nothing': 'Choose a subscription to switch to.',
      'switch-off-sale': 'That price is not on sale now.',
      'switch-runs-already': 'This person has a subscription to that offer already. Cancel that one first.',
      'switch-currency': `It is paid in ${currency}, so it can only be switched to a price in ${currency}.`,
    })[why],
  'no-such-order': () => 'There is no such order.',
  'no-such-person': () => 'One of these two people does not exist here or was erased. Nothing was changed.',
  'same-person': () => 'These are already the same person. Nothing was changed.',
  'no-such-pass': () => 'This link does not belong to anything that was bought.',
  'pass-not-open': () => 'Access to this file is closed.',
  'no-such-product': () => 'There is no such product on sale or archived here. Nothing was changed.',
  'until-past': () => 'That date is in the past. Nothing was changed. Choose a later one.',
  'pass-closed': () => 'This access is already closed. Nothing was changed. You can give it again.',
  'pass-by-money': () =>
    'A running plan or subscription opens and closes this. Nothing was changed. Change the plan or subscription instead.',
  'no-such-file': () => 'This file is no longer part of what was bought.',
  'no-such-lesson': () => 'There is no such lesson in your library.',
  'part-not-open': () => 'This is not unlocked for you yet.',
  'quiz-first': () => 'Pass the quiz to complete this lesson.',
  'slot-taken': () => 'This time is no longer free. Nothing was booked or changed. Choose another one.',
  'no-sessions-left': () => 'All sessions are used or booked. Nothing was changed.',
  'sessions-on-hold': () =>
    'You can’t book while access is on hold or has not started. Existing bookings stay as they are.',
  'session-after-access': () =>
    'Your access ends before this session would be over. Nothing was changed. Choose an earlier time.',
  'no-such-session': () => 'There is no such session in your library.',
  'session-over': () => 'This session is over or was cancelled. Nothing was changed.',
  'session-begun': () => 'This session has started. Nothing was changed.',
  'session-not-begun': () => 'This session has not started yet. Nothing was changed.',
  'session-late': ({ noticeHours }) =>
    `It begins in less than ${noticeHours === 1 ? 'an hour' : `${noticeHours} hours`}. You can cancel it, and then it counts as used. Nothing was changed.`,
  'seat-gone': () =>
    'That date is full, has started or was cancelled. Choose another one. Nothing was charged or changed.',
  'no-such-date': () => 'There is no such date. Nothing was changed.',
  'date-set': ({ title }) =>
    `Someone has a seat, or is paying for one, on a date of “${title}” that you edited or removed. Move or cancel that date in Deliver, which notifies them, then publish again. Nothing was published.`,
  'seat-had': () => 'You already have a seat. Move it to another date instead. Nothing was changed.',
  'seat-money-back': () => 'This seat was refunded, so you can’t choose another date for it. Nothing was changed.',
  'date-past': () => 'That time is in the past. Choose a later one. Nothing was changed.',
  'date-over': () => 'That date has started, is over or was cancelled. Nothing was changed.',
  'no-offer': () =>
    'This can’t be refunded here, or the refund is already on its way. Nothing was changed. Write to us and we’ll help.',
  'seat-late': ({ noticeHours }) =>
    `It begins in less than ${noticeHours === 1 ? 'an hour' : `${noticeHours} hours`}, so the seat can no longer be moved. Nothing was changed.`,
  'no-such-task': () => 'There is no such task. Nothing was changed.',
  'task-not-now': ({ why }) =>
    why === 'on-hold'
      ? 'A payment for it is disputed, past due or being refunded. Wait until that is settled. Nothing was changed.'
      : 'It was refunded or lost in a dispute, so there is nothing more to do. Nothing was changed.',
  'not-sent-there': ({ country }) =>
    `Part of this is sent by post, but not to ${countryIn('en', country)}. ${SAFE} Choose another country, or buy something else.`,
  'gift-not-once': () => `Only prices paid once can be given as a gift. ${SAFE}`,
  'address-needed': () => `Part of this is sent by post: enter the address. ${SAFE}`,
  'used-up': ({ limit }) =>
    `You have downloaded this file ${limit} times, which is the limit. Write to us and we’ll help.`,
  'too-much': ({ most, currency }, { money }) => `At most ${money(most, currency)} can still be refunded.`,
  'too-many-units': ({ most }) =>
    most === 0
      ? 'All of them have been refunded already. Enter an amount only.'
      : `At most ${most} of them can still be refunded.`,
  'nothing-to-refund': ({ why }) =>
    ({
      'no-amount': 'That is not an amount of this order.',
      twice: 'One line is listed twice.',
      nothing: 'Nothing would be refunded.',
      'nothing-paid': 'Nothing was paid for this order.',
    })[why],
  'refund-running': ({ of }) =>
    of === 'order'
      ? 'A refund for this order is under way. Wait for its result.'
      : 'A refund is under way. Wait for its result.',
  disputed: ({ at }) =>
    at === 'stop'
      ? 'A payment is disputed. Until the bank decides, this can’t be cancelled.'
      : 'A payment is disputed, so nothing can be refunded until the bank decides.',
  'no-such-payment': ({ what }) =>
    ({
      charge: 'The answer names a charge that was never asked for.',
      'disputed-payment': 'The dispute names a payment that is not known here.',
      dispute: 'This dispute is not known here.',
    })[what],
  'another-live': () =>
    'Something else was published in the meantime, perhaps on another computer. Nothing was published. Load what is live and publish again.',
  'cannot-launch': ({ stops }) => `Nothing was published. ${stops.join(' ')}`,
  'would-strand': () =>
    'Nothing was published: customers would lose something they can open now. Restore the product and its files; taking it off sale does not affect customers who own it.',
  'currency-locked': ({ title, soldIn, currency }) =>
    `Nothing was published. “${title}” has already been sold in ${soldIn}, so its currency is fixed. Make another offer for ${currency}.`,
  'stands-still': () =>
    'The shop is paused until its owner has checked it. Nothing was charged or changed. Try again later.',
  storage: () => 'The shop could not save this, so it did not happen. Nothing was charged. Try again in a minute.',
  'nothing-to-do': ({ why }) =>
    ({
      done: 'There is nothing left to do here.',
      'nothing-new': 'There is no news.',
      recorded: 'This was already recorded.',
      'ended-already': 'This has already ended.',
      'ends-by-itself': 'It is already cancelled and ends by itself.',
      'nothing-owed': 'Nothing is past due, so there is nothing to charge again.',
      'no-card-needed': 'No more payments are due here, so no card is needed.',
      'no-rest': 'There is nothing left to pay here.',
      'country-changes-nothing': 'No more payments are due here, so the country makes no difference.',
      'such-a-day-already': 'The next payment is already due on that day of the month.',
      'this-price-already': 'This is already the price.',
      answered: 'This was already answered.',
      'closed-already': 'Access was already closed.',
    })[why],
};
