import type { Means } from '#core/ways';
import { type Letter, letter } from '../letter';
import { bookedLetters } from './bookedLetters';
import { meansFirst, theMeans } from './means';

interface About {
  title: string;
  amount: string;
  day: string;
  /** The statement of what is still to be paid; empty when nothing is. */
  rest: string;
  /** The link that signs in, with what it is for. */
  way: (doing: string) => string;
}

/** Everything the shop writes to its buyers. Amounts and days come as they are read. */
export const letters = {
  hello: (name: string): string => (name === '' ? 'Hello,' : `Hello ${name},`),
  test: 'Test shop. No real money moves.',
  testMark: (subject: string): string => `[Test] ${subject}`,
  way: (doing: string, url: string, days: number): string =>
    `${doing}:\n${url}\nThis link signs you in. It works once, for ${days} days.`,

  receipt: (of: {
    titles: string;
    number: number;
    paid: string | null;
    day: string;
    later: readonly string[];
    /** Subscriptions that end because of this order, unless their owner keeps them. */
    leaving: readonly { title: string; day: string }[];
    url: string;
    days: number;
    means: Means | null;
    /** What the statement reads. */
    statement: string;
    /** Null where nothing moved: there is no receipt then. */
    paper: string | null;
  }): Letter =>
    letter(
      `${of.paid === null ? 'Yours' : 'Receipt'}: ${of.titles} (order ${of.number})`,
      of.paid === null
        ? `You got ${of.titles} on ${of.day}. Nothing was charged.`
        : `You bought ${of.titles} on ${of.day} for ${of.paid}.`,
      ...of.later.map((text) => `Due later: ${text}`),
      `Open it here:\n${of.url}`,
      ...of.leaving.map(
        ({ title, day }) =>
          `What you bought takes the place of your subscription ${title}, so nothing more is charged for that. Access stays open until ${day}, then it ends. Open the link above to confirm it: ${title} then ends at once, and the days that were unused when you bought are refunded. If you want to go on with it, keep it there.`,
      ),
      `The link signs you in. It works once, for ${of.days} days. After that, ask for a new one with this address in the member area.`,
      of.means === null ? '' : `${meansFirst(of.means)} was charged; your statement will read ${of.statement}.`,
      of.paper === null
        ? `Order ${of.number}. Answer this message if anything is wrong.`
        : `Order ${of.number}, receipt ${of.paper}. You will find the receipt as a PDF in the member area. Answer this message if anything is wrong.`,
    ),
  refund: (of: {
    amount: string;
    number: number;
    titles: string;
    means: Means | null;
    closed: string;
    note: string;
  }): Letter =>
    letter(
      `${of.amount} given back (order ${of.number})`,
      `We gave back ${of.amount} for ${of.titles}${of.means === null ? '' : `, to ${theMeans(of.means)}`}. Banks take a few days to show it.`,
      of.closed === '' ? 'Your access stays as it was.' : `Access to ${of.closed} is closed now.`,
      `Credit note ${of.note}.`,
    ),
  signIn: (shop: string, url: string, minutes: number): Letter =>
    letter(
      `Sign in to ${shop}`,
      `Sign in here:\n${url}`,
      `The link works once, for ${minutes} minutes. If you did not ask for it, nothing needs to be done.`,
    ),
  until: 'to',
  ...bookedLetters,
  access: (of: { shop: string; titles: string; url: string; days: number }): Letter =>
    letter(
      `${of.titles} is open to you`,
      `${of.shop} has opened ${of.titles} to you. Go in here:\n${of.url}`,
      `The link works once, for ${of.days} days. After that, ask for another with this address; no password is needed.`,
    ),
  addressLink: (shop: string, url: string): Letter =>
    letter(
      `Your new address at ${shop}`,
      `Press the button behind this link, and ${shop} writes to this address from then on:\n${url}`,
      'The link works for a day. If you did not ask for it, nothing needs to be done.',
    ),
  addressAsked: (shop: string, to: string): Letter =>
    letter(
      `Another address was asked for at ${shop}`,
      `Somebody who is signed in as you asked that ${shop} writes to ${to} from now on. Nothing is changed until the link that went there is followed.`,
      'If that was not you, answer this message at once.',
    ),
  addressChanged: (shop: string, from: string, to: string): Letter =>
    letter(
      `Your address at ${shop} has changed`,
      `${shop} now writes to ${to} instead of ${from}. All that is yours is there as before; sign in with the new address.`,
      'If that was not you, answer this message at once.',
    ),
  helper: (shop: string, url: string, minutes: number): Letter =>
    letter(
      `Help in ${shop}`,
      `Open the studio of ${shop} here:\n${url}`,
      `The link works once, for ${minutes} minutes; on the studio’s first page you can ask for another.`,
    ),

  'trial-ends': ({ title, day, amount, rest, way }: About): Letter =>
    letter(
      `Your trial of ${title} ends on ${day}`,
      `Your trial of ${title} ends on ${day}. If you do nothing, ${amount} is taken from your card on that day.`,
      `From then on: ${rest}`,
      way('If you would rather not go on, stop it before that day, and nothing more is paid'),
    ),
  payment: ({ title, amount, day, rest, way }: About, paper: string): Letter =>
    letter(
      `Payment received: ${title}`,
      `We received ${amount} for ${title}. The paper for it, ${paper}, is in your member area.`,
      day === '' ? '' : `The next payment is on ${day}. ${rest}`,
      way('See it here'),
    ),
  refused: ({ title, amount, day, way }: About, reason: string): Letter =>
    letter(
      `A payment for ${title} did not go through`,
      `The payment of ${amount} for ${title} did not go through: ${reason}.`,
      day === '' ? '' : `We try again on ${day}. Your access stays open meanwhile.`,
      way('If it should be another card, change it here; the payment is then tried at once'),
    ),
  'on-hold': ({ title, way }: About): Letter =>
    letter(
      `${title} is on hold`,
      `The payment for ${title} is still missing, so access is on hold. It opens again the moment it is paid.`,
      way('Change the card or pay here'),
    ),
  paused: ({ title, day, way }: About): Letter =>
    letter(
      `${title} is paused`,
      day === ''
        ? `Payments for ${title} are paused. You can come back at any time.`
        : `Payments for ${title} are paused until ${day}. The days you have paid for are kept and come after it.`,
      way('Come back earlier here'),
    ),
  back: ({ title, day, rest, way }: About): Letter =>
    letter(
      `${title} goes on`,
      `The pause is over and ${title} is open. The next payment is on ${day}.`,
      rest,
      way('See it here'),
    ),
  cancelled: ({ title, amount, day, way }: About, plan: boolean): Letter =>
    letter(
      `${title} is stopped`,
      amount === ''
        ? `Your ${plan ? 'payment plan' : 'subscription'} ${title} is stopped. Access stays open until ${day}, and nothing more is paid.`
        : `Your ${plan ? 'payment plan' : 'subscription'} ${title} is stopped, and ${amount} for unused days goes back to your card.`,
      way('Changed your mind? You can take it back here until then'),
    ),
  leaving: ({ title, day, way }: About, bought: string): Letter =>
    letter(
      `${title} ends on ${day}, unless you keep it`,
      `${bought} was bought with your address. It takes the place of your subscription ${title}, so nothing more is charged for that. Access stays open until ${day}, then it ends.`,
      `If this was you, confirm it: ${title} then ends at once, and the days that were unused when you bought are refunded. If you want to go on with it, keep it.`,
      way('Confirm it or keep it here'),
    ),
  'leaving-soon': ({ title, day, way }: About): Letter =>
    letter(
      `${title} ends on ${day}`,
      `Your subscription ${title} ends on ${day}, because something that takes its place was bought with your address. You have neither confirmed nor kept it yet.`,
      way('Confirm it or keep it here'),
    ),
  kept: ({ title, day, way }: About): Letter =>
    letter(
      `${title} goes on`,
      `You took back the cancellation: ${title} goes on as if nothing had been. The next payment is on ${day}.`,
      way('See it here'),
    ),
  'paid-off': ({ title, way }: About, opens: boolean): Letter =>
    letter(
      `${title} is paid off`,
      `That was the last payment for ${title}. Nothing more is due, and it is yours${opens ? ' as promised' : ''}.`,
      way('Open it here'),
    ),
  finished: ({ title }: About): Letter =>
    letter(
      `${title} has come to its end`,
      `The last payment period of ${title} is over, and so is access. Nothing more is paid. Thank you for having been there.`,
    ),
  'ended-unpaid': ({ title }: About): Letter =>
    letter(
      `${title} has ended`,
      `The payment for ${title} could not be taken, so it has ended and access is closed. Nothing is owed. You can start again with a new order at any time.`,
    ),
  switched: ({ title, day, rest, way }: About): Letter =>
    letter(
      `You now have ${title}`,
      `Your subscription was changed to ${title}. The next payment is on ${day}.`,
      rest,
      way('See it here'),
    ),
  stopped: ({ title }: About, accessStays: boolean): Letter =>
    letter(
      `Your payment plan for ${title} has ended`,
      accessStays
        ? `We have let the rest of your payments for ${title} go. Nothing more is due, and your access stays.`
        : `Your payment plan for ${title} was ended. Nothing more is due, and access is closed.`,
    ),
  'due-day': ({ title, amount, day, rest, way }: About): Letter =>
    letter(
      `The payments for ${title} fall on another day`,
      `The payments for ${title} fall on another day from now on: the next is ${amount} on ${day}. The days between cost nothing.`,
      rest,
      way('See it here'),
    ),
  'card-changed': ({ title, way }: About, last4: string): Letter =>
    letter(
      `The card for ${title} was changed`,
      `From now on ${title} is paid with the card ending ${last4}.`,
      way('Was it not you? Look here, or answer this message'),
    ),
  'amount-changes': ({ title, amount, day, rest, way }: About, moved: boolean): Letter =>
    letter(
      `The amount for ${title} changes`,
      `${moved ? 'Because of the new country or VAT number' : 'Because the tax in your country changes'}, the payment on ${day} is ${amount}. ${moved ? rest : 'The price without tax stays as it was.'}`,
      way('See it here'),
    ),
  /** Why a card was refused, by the payment service's reason. */
  cardReason: (reason: string): string =>
    ({
      'not-enough-money': 'not enough money',
      expired: 'it has expired',
      'needs-bank': 'the bank wants to ask the card’s owner first',
      'never-reached': 'the bank could not be reached',
      'confirmation-declined': 'the payment was declined at the bank',
      'not-approved': 'it was not approved, or not for this sum',
      'asked-once': 'it can be asked only once',
    })[reason] ?? 'the bank gave no reason',
  /** A ready answer to somebody who wrote. */
  reply: {
    noOrder: (): string =>
      'I find no order under this address. Could it have been another one? Tell me the address or the order’s number from the receipt, and I will look again.',
    lookedUp: (): string => 'I have looked it up.',
    free: (): string => 'free',
    order: (number: number, day: string, title: string, amount: string, back: string | null): string =>
      `Order ${number} of ${day}: ${title}, ${amount}${back === null ? '' : `, of which ${back} was given back`}.`,
    wayIn: (): string =>
      'The easiest way in: open the member area, write the address this message went to, and press the button in the mail that comes. Everything you own is there, with fresh links to the files.',
    notRight: (): string => 'If you think this is not right, tell me and I will put it in order.',
  },
};
export type LetterWords = typeof letters;
