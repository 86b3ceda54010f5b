import type { Means } from '#core/ways';
import { button, email, type EmailPart, type EmailRow, type EmailWords, note, rows } from '../email';
import { bookedEmails } from './bookedEmails';
import { theMeans } from './means';

/** A numbered document as its PDF is called: "Invoice", or "Receipt" where there is no tax in it. */
interface Numbered {
  name: string;
  number: string;
}
const named = ({ name, number }: Numbered): string => `${name.toLowerCase()} ${number}`;

interface About {
  title: string;
  /** Empty where the email names no amount. */
  amount: string;
  day: string;
  /** The statement of what is still to be paid; empty when nothing is. */
  rest: string;
  /** The next payment by card, with its day; empty where there is none. */
  next: string;
  /** The button that signs in, with what it is for, and how long it works. */
  open: (label: string) => EmailPart[];
  /** Until when access stays although a payment failed; empty where it does not. */
  accessUntil: string;
  /** Of the payment that the email is about; null where it is about none. */
  invoice: Numbered | null;
}

/** Everything the shop writes to its customers. Amounts and days come as they are read. */
export const emails = {
  hello: (name: string): string => (name === '' ? 'Hello,' : `Hello ${name},`),
  test: 'Test shop. No real money moves.',
  testMark: (subject: string): string => `[Test] ${subject}`,
  amountOn: (amount: string, day: string): string => `${amount} on ${day}`,
  /** Under a button that signs in. */
  signsIn: (days: number): string =>
    `This button signs you in. It works once: within ${days} days on a device you’ve used here before, within one day elsewhere. After that, ask for a new sign-in link with this email address.`,
  opens: { library: 'Open your library', one: (title: string): string => `Open ${title}` },

  receipt: (of: {
    titles: string;
    /** How many titles these are. */
    count: number;
    /** Whether something of it is sent by post. */
    isSent: boolean;
    number: number;
    /** Whether anything was paid. */
    isFree: boolean;
    rows: readonly EmailRow[];
    later: readonly string[];
    /** Subscriptions that end because of this order, unless their owner keeps them. */
    leaving: readonly { title: string; day: string }[];
    open: EmailPart[];
    means: Means | null;
    /** What the statement reads. */
    statement: string;
    /** Null where nothing moved: there is no document then. */
    invoice: Numbered | null;
  }): EmailWords =>
    email(
      of.isFree && !of.isSent
        ? `${of.titles} ${of.count > 1 ? 'are' : 'is'} ready for you`
        : `Your order: ${of.titles}`,
      [
        'Thanks for your order.',
        of.isSent
          ? 'We’ll email you when your parcel is on its way.'
          : of.count > 1
            ? 'Everything in it is ready for you.'
            : `${of.titles} is ready for you.`,
        of.isFree ? 'There was nothing to pay.' : '',
      ]
        .filter((sentence) => sentence !== '')
        .join(' '),
      ...of.open,
      ...of.leaving.map(
        ({ title, day }) =>
          `What you bought replaces your subscription ${title}, so we won’t charge it again. You keep access until ${day}. Was this you? Confirm in your library, and we’ll refund the unused days. Not you? Keep ${title} there instead.`,
      ),
      rows(of.rows),
      ...of.later.map((text) => `Still to pay: ${text}`),
      of.isFree || of.later.length > 0 ? '' : 'No further payments.',
      of.means === null ? '' : note(`Paid with ${theMeans(of.means)}. Your statement will show ${of.statement}.`),
      note(
        of.invoice === null
          ? `Order ${of.number}. Questions? Just reply.`
          : `Order ${of.number}, ${named(of.invoice)} (PDF in your library). Questions? Just reply.`,
      ),
    ),
  rows: { total: 'Total', tax: 'including tax' },
  refund: (of: {
    amount: string;
    number: number;
    titles: string;
    means: Means | null;
    closed: string;
    note: string;
  }): EmailWords =>
    email(
      `Your refund of ${of.amount}`,
      `We’ve refunded ${of.amount} for ${of.titles}${of.means === null ? '' : ` to ${theMeans(of.means)}`}. It can take a few days to appear on your statement.`,
      of.closed === '' ? 'You keep access to everything.' : `Your access to ${of.closed} has ended.`,
      note(`Order ${of.number}. Credit note ${of.note} is in your library.`),
    ),
  signIn: (shop: string, url: string, minutes: number): EmailWords =>
    email(
      `Your sign-in link for ${shop}`,
      button('Sign in', url),
      note(`The link works once, for ${minutes} minutes. If you didn’t ask for it, you can ignore this email.`),
    ),
  until: 'to',
  ...bookedEmails,
  access: (of: { shop: string; titles: string; open: EmailPart[] }): EmailWords =>
    email(
      `You now have access to ${of.titles}`,
      `${of.shop} has given you access to ${of.titles}. No password needed.`,
      ...of.open,
    ),
  addressLink: (shop: string, url: string): EmailWords =>
    email(
      'Confirm your new email address',
      `Confirm that ${shop} should use this address from now on.`,
      button('Confirm', url),
      note('The link works for one day. If you didn’t ask for this, ignore this email.'),
    ),
  addressAsked: (shop: string, to: string): EmailWords =>
    email(
      `Was this you? A new email address for ${shop}`,
      `Someone signed in to your account asked us to use ${to} from now on. Nothing changes until that address is confirmed.`,
      'Not you? Reply to this email right away.',
    ),
  addressChanged: (shop: string, from: string, to: string): EmailWords =>
    email(
      'Your email address has changed',
      `${shop} now uses ${to} instead of ${from}. Everything in your library stays.`,
      'Not you? Reply right away.',
    ),
  helper: (shop: string, url: string, minutes: number): EmailWords =>
    email(
      `You’ve been invited to help with ${shop}`,
      button('Open the studio', url),
      note(`The link works once, for ${minutes} minutes. You can ask for a new one on the studio’s first page.`),
    ),

  'trial-ends': ({ title, day, amount, rest, open }: About): EmailWords =>
    email(
      `Your trial of ${title} ends on ${day}`,
      `If you do nothing, we’ll charge ${amount} to your card on ${day}.`,
      rest === '' ? '' : `After that: ${rest}`,
      `Don’t want to continue? Cancel before ${day} and you pay nothing more.`,
      ...open('Manage subscription'),
    ),
  payment: ({ title, amount, next, invoice, open }: About): EmailWords =>
    email(
      `Payment received for ${title}`,
      `We received ${amount}.${invoice ? ` Your ${named(invoice)} is in your library.` : ''}`,
      next === '' ? '' : `Next payment: ${next}.`,
      ...open('View'),
    ),
  refused: ({ title, amount, day, accessUntil, open }: About, reason: string): EmailWords =>
    email(
      `Your payment for ${title} failed`,
      `We couldn’t charge ${amount} to your card: ${reason}.`,
      [
        day === '' ? '' : `We’ll try again on ${day}.`,
        accessUntil === '' ? '' : `You keep your access until ${accessUntil}.`,
      ]
        .filter((sentence) => sentence !== '')
        .join(' '),
      'You can use another card: update it, and we’ll charge that one right away.',
      ...open('Update your card'),
    ),
  'on-hold': ({ title, open }: About): EmailWords =>
    email(
      `Your access to ${title} is on hold`,
      `We still haven’t received your payment for ${title}. As soon as it’s paid, your access is back.`,
      ...open('Update your card or pay now'),
    ),
  paused: ({ title, day, open }: About): EmailWords =>
    email(
      `${title} is paused`,
      day === ''
        ? 'No payments until you resume. You can do that at any time.'
        : `No payments until ${day}. The days you’ve already paid for are kept and start then.`,
      ...open('Resume now'),
    ),
  back: ({ title, next, open }: About): EmailWords =>
    email(
      `${title} is active again`,
      `Your pause is over.${next === '' ? '' : ` Next payment: ${next}.`}`,
      ...open('View'),
    ),
  cancelled: ({ title, amount, day, open }: About, hasEnded: boolean): EmailWords =>
    email(
      `You’ve cancelled ${title}`,
      ...(hasEnded
        ? [`${title} is cancelled, and your access has ended. There are no more payments.`]
        : [
            `You keep access until ${day}, and there are no more payments.`,
            `Changed your mind? You can undo this until ${day}.`,
            ...open('Undo'),
          ]),
      amount === '' ? '' : `We’re refunding ${amount} for unused days.`,
    ),
  leaving: ({ title, day, open }: About, bought: string): EmailWords =>
    email(
      `Your subscription ${title} will end on ${day}`,
      `${bought} was bought with your address. It replaces ${title}, so we won’t charge it again. You keep access until ${day}.`,
      'Was this you? Confirm, and we’ll refund the unused days. Not you? Keep your subscription.',
      ...open('Confirm or keep it'),
    ),
  'leaving-soon': ({ title, day, open }: About): EmailWords =>
    email(
      `${title} ends on ${day}`,
      `Something that replaces ${title} was bought with your address, so we won’t charge it again. You keep access until ${day}.`,
      'Was this you? Confirm, and we’ll refund the unused days. Not you? Keep your subscription.',
      ...open('Confirm or keep it'),
    ),
  kept: ({ title, next, open }: About): EmailWords =>
    email(
      `${title} continues`,
      `You’ve undone the cancellation.${next === '' ? '' : ` Next payment: ${next}.`}`,
      ...open('View'),
    ),
  'paid-off': ({ title, open }: About, opens: boolean): EmailWords =>
    email(
      `${title} is paid in full`,
      `That was your last payment.${opens ? ` ${title} is yours to keep.` : ''}`,
      ...open('Open it'),
    ),
  finished: ({ title }: About): EmailWords =>
    email(`${title} has ended`, 'Your last paid period is over, and so is your access. Thanks for being with us.'),
  'ended-unpaid': ({ title }: About): EmailWords =>
    email(
      `${title} has ended`,
      `We couldn’t collect the payment, so ${title} has ended and your access is closed. You owe nothing. You’re welcome back any time.`,
    ),
  switched: ({ title, next, rest, open }: About): EmailWords =>
    email(`You’re now on ${title}`, next === '' ? '' : `Next payment: ${next}.`, rest, ...open('View')),
  stopped: ({ title }: About, accessStays: boolean): EmailWords =>
    email(
      `Your payment plan for ${title} has ended`,
      `There are no more payments. ${accessStays ? 'You keep your access.' : 'Your access has ended.'}`,
    ),
  'due-day': ({ title, amount, day, rest, open }: About): EmailWords =>
    email(
      `Your payment date for ${title} has changed`,
      `Next payment: ${amount} on ${day}. The days in between are free.`,
      rest,
      ...open('View'),
    ),
  'card-changed': ({ title, open }: About, last4: string): EmailWords =>
    email(
      `Your card for ${title} was changed`,
      `We’ll now charge the card ending ${last4}.`,
      'Not you? Check your account, or reply.',
      ...open('Check your account'),
    ),
  'amount-changes': ({ title, amount, day, rest, open }: About, moved: boolean): EmailWords =>
    email(
      `Your payment for ${title} changes on ${day}`,
      `From ${day} you pay ${amount}, because ${moved ? 'your country or VAT number changed' : 'the tax rate in your country changes'}.`,
      moved ? rest : 'The price before tax stays the same.',
      ...open('View'),
    ),
  /** Why a card was declined, by the payment service's reason. */
  cardReason: (reason: string): string =>
    ({
      'not-enough-money': 'insufficient funds',
      expired: 'the card has expired',
      'needs-bank': 'your bank needs you to confirm the payment',
      'never-reached': 'your bank couldn’t be reached',
      'confirmation-declined': 'you declined it at your bank',
      'not-approved': 'it wasn’t approved for this amount',
      'asked-once': 'this payment can’t be tried twice',
    })[reason] ?? 'your bank gave no reason',
  /** A ready answer to somebody who wrote. */
  reply: {
    noOrder: (): string =>
      'I can’t find an order for this address. Could you have used another one? Send me that address, or the order number from your receipt, and I’ll look again.',
    lookedUp: (): string => 'I’ve looked it up.',
    free: (): string => 'free',
    order: (number: number, day: string, title: string, amount: string, back: string | null): string =>
      `Order ${number} of ${day}: ${title}, ${amount}${back === null ? '' : `, of which ${back} was refunded`}.`,
    wayIn: (): string =>
      'The easiest way back in: go to the member area, enter this email address, and press the button in the email you get. Everything you own is there.',
    notRight: (): string => 'If something doesn’t look right, tell me and I’ll fix it.',
  },
};
export type Emails = typeof emails;
