import { type Agreement, nextCardDue } from '#core/agreements';
import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import { paperName, restInWords, taxedBy } from '#core/messages';
import { wordsFor } from '#core/words';
import type { AgreementMail } from './agreementMail';
import { type AgreementEmailKind, AGREEMENT_EMAILS, type Charged, emailKind } from './agreementEmails';
import { composed, signsIn, type Message, oneLine, type Setting, type SignInLink } from './compose';

/** An email about a payment plan or subscription, from the facts as they were when it fell due. */
export function agreementMessage(
  setting: Setting,
  a: Agreement,
  message: AgreementMail,
  name: string,
  link: SignInLink,
  charged: Charged,
  kinds: readonly AgreementEmailKind[] = AGREEMENT_EMAILS,
): Message {
  const { locale } = setting;
  const say = wordsFor(locale).emails;
  const { amount, at } = message;
  const money = (minor: number): string => formatAmount(minor, a.currency, locale);
  const day = (on: Instant): string => formatDay(on, a.zone, locale);
  // Where credit pays first, the next payment is the first that the card makes.
  const due = nextCardDue(a, charged);
  const paid = a.payments.find(({ receipt }) => receipt !== null && receipt === message.receipt);
  const about = {
    title: oneLine(a.title),
    amount: amount === null ? '' : money(amount),
    day: at === null ? '' : day(at),
    rest: restInWords(a, { locale, charged }),
    next: due ? say.amountOn(money(charged(due)), day(due.at)) : '',
    accessUntil: a.pastDue && !a.pastDue.held ? day(a.pastDue.graceUntil) : '',
    invoice: paid ? { name: paperName(taxedBy(paid), locale), number: paid.receipt ?? '' } : null,
    open: signsIn(link, locale),
  };
  return composed(setting, name, emailKind(message.mail, kinds).write(say, about, message, a));
}
