import type { Agreement } from '#core/agreements';
import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { AgreementMail } from '#core/shop';
import { plainText, statementOfRest } from '#core/terms';
import { hello, letter, type Message, oneLine, type Setting } from './letter';
import { reasonWords } from './refusals';

/** What a message about a payment plan or subscription says, from the facts as they were when it fell due. */
export function agreementMessage(
  setting: Setting,
  a: Agreement,
  message: AgreementMail,
  name: string,
  link: { url: string; days: number },
  charged: (due: { n: number; at: Instant }) => number,
): Message {
  const { locale } = setting.shop;
  const title = oneLine(a.title);
  const what = a.terms.kind === 'plan' ? 'payment plan' : 'subscription';
  const money = (amount: number | null): string => formatAmount(amount ?? 0, a.currency, locale);
  const day = (at: Instant | null): string => (at === null ? '' : formatDay(at, a.zone, locale));
  const rest =
    a.next === null
      ? ''
      : plainText(
          statementOfRest(a.terms, a.anchor, a.next.n, {
            currency: a.currency,
            zone: a.zone,
            locale,
            charged,
            cheaperUntil: a.coupon?.payments ?? 0,
          }),
        );
  const way = (doing: string): string =>
    `${doing}:\n${link.url}\nThis link signs you in. It works once, for ${link.days} days.`;
  const say = (subject: string, ...lines: string[]): Message =>
    letter(setting, subject, [hello(name), ...lines.filter((l) => l !== '')]);
  const { amount, at } = message;
  switch (message.mail) {
    case 'trial-ends':
      return say(
        `Your trial of ${title} ends on ${day(at)}`,
        `Your trial of ${title} ends on ${day(at)}. If you do nothing, ${money(amount)} is taken from your card on that day.`,
        `From then on: ${rest}`,
        way('If you would rather not go on, stop it before that day, and nothing more is paid'),
      );
    case 'payment':
      return say(
        `Payment received: ${title}`,
        `We received ${money(amount)} for ${title}. The paper for it, ${message.receipt ?? ''}, is in your member area.`,
        at === null ? '' : `The next payment is on ${day(at)}. ${rest}`,
        way('See it here'),
      );
    case 'refused':
      return say(
        `A payment for ${title} did not go through`,
        `The payment of ${money(amount)} for ${title} did not go through: ${reasonWords(message.reason ?? '')}.`,
        at === null ? '' : `We try again on ${day(at)}. Your access stays open meanwhile.`,
        way('If it should be another card, change it here; the payment is then tried at once'),
      );
    case 'on-hold':
      return say(
        `${title} is on hold`,
        `The payment for ${title} is still missing, so access is on hold. It opens again the moment it is paid.`,
        way('Change the card or pay here'),
      );
    case 'paused':
      return say(
        `${title} is paused`,
        at === null
          ? `Payments for ${title} are paused. You can come back at any time.`
          : `Payments for ${title} are paused until ${day(at)}. The days you have paid for are kept and come after it.`,
        way('Come back earlier here'),
      );
    case 'back':
      return say(
        `${title} goes on`,
        `The pause is over and ${title} is open. The next payment is on ${day(at)}.`,
        rest,
        way('See it here'),
      );
    case 'cancelled':
      return say(
        `${title} is stopped`,
        amount === null
          ? `Your ${what} ${title} is stopped. Access stays open until ${day(at)}, and nothing more is paid.`
          : `Your ${what} ${title} is stopped, and ${money(amount)} for unused days goes back to your card.`,
        way('Changed your mind? You can take it back here until then'),
      );
    case 'kept':
      return say(
        `${title} goes on`,
        `You took back the cancellation: ${title} goes on as if nothing had been. The next payment is on ${day(at)}.`,
        way('See it here'),
      );
    case 'paid-off':
      return say(
        `${title} is paid off`,
        `That was the last payment for ${title}. Nothing more is due, and it is yours${a.productIds.length > 0 ? ' as promised' : ''}.`,
        way('Open it here'),
      );
    case 'finished':
      return say(
        `${title} has come to its end`,
        `The last payment period of ${title} is over, and so is access. Nothing more is paid. Thank you for having been there.`,
      );
    case 'ended-unpaid':
      return say(
        `${title} has ended`,
        `The payment for ${title} could not be taken, so it has ended and access is closed. Nothing is owed. You can start again with a new order at any time.`,
      );
    case 'switched':
      return say(
        `You now have ${title}`,
        `Your subscription was changed to ${title}. The next payment is on ${day(at)}.`,
        rest,
        way('See it here'),
      );
    case 'stopped':
      return say(
        `Your payment plan for ${title} has ended`,
        message.reason === 'access stays'
          ? `We have let the rest of your payments for ${title} go. Nothing more is due, and your access stays.`
          : `Your payment plan for ${title} was ended. Nothing more is due, and access is closed.`,
      );
    case 'due-day':
      return say(
        `The payments for ${title} fall on another day`,
        `The payments for ${title} fall on another day from now on: the next is ${money(amount)} on ${day(at)}. The days between cost nothing.`,
        rest,
        way('See it here'),
      );
    case 'card-changed':
      return say(
        `The card for ${title} was changed`,
        `From now on ${title} is paid with the card ending ${message.reason ?? a.card?.last4 ?? ''}.`,
        way('Was it not you? Look here, or answer this message'),
      );
    case 'amount-changes':
      return say(
        `The amount for ${title} changes`,
        `${message.reason === 'moved' ? 'Because of the new country or VAT number' : 'Because the tax in your country changes'}, the payment on ${day(at)} is ${money(amount)}. ${message.reason === 'moved' ? rest : 'The price without tax stays as it was.'}`,
        way('See it here'),
      );
  }
}
