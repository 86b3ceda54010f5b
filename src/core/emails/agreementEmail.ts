import { type Agreement, nextCardDue } from '#core/agreements';
import { creditOf } from '#core/payments';
import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import { plainText, statementOfRest } from '#core/terms';
import { wordsFor } from '#core/words';
import type { AgreementMail } from './agreementMail';
import { type AgreementEmailKind, AGREEMENT_EMAILS, type Charged, emailKind } from './agreementEmails';
import { composed, signsIn, type Message, oneLine, type Setting, type SignInLink } from './compose';

/** What a message about a payment plan or subscription says, from the facts as they were when it fell due. */
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
            credit: creditOf(a.credits) > 0,
          }),
        );
  const money = (minor: number): string => formatAmount(minor, a.currency, locale);
  const day = (on: Instant): string => formatDay(on, a.zone, locale);
  // Where credit pays first, the next payment is the first that the card makes.
  const due = nextCardDue(a, charged);
  const about = {
    title: oneLine(a.title),
    amount: amount === null ? '' : money(amount),
    day: at === null ? '' : day(at),
    rest,
    next: due ? say.amountOn(money(charged(due)), day(due.at)) : '',
    open: signsIn(link, locale),
  };
  return composed(setting, name, emailKind(message.mail, kinds).write(say, about, message, a));
}
