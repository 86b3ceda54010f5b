import { type Agreement } from '#core/agreements';
import { creditOf } from '#core/payments';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { plainText, statementOfRest } from '#core/terms';
import { wordsFor } from '#core/words';
import type { AgreementMail } from './agreementMail';
import { type AgreementLetterKind, AGREEMENT_LETTERS, type Charged, letterKind } from './agreementLetters';
import { framed, type Message, oneLine, type Setting } from './letter';

/** What a message about a payment plan or subscription says, from the facts as they were when it fell due. */
export function agreementMessage(
  setting: Setting,
  a: Agreement,
  message: AgreementMail,
  name: string,
  link: { url: string; days: number },
  charged: Charged,
  kinds: readonly AgreementLetterKind[] = AGREEMENT_LETTERS,
): Message {
  const { locale } = setting;
  const say = wordsFor(locale).letters;
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
  const about = {
    title: oneLine(a.title),
    amount: amount === null ? '' : formatAmount(amount, a.currency, locale),
    day: at === null ? '' : formatDay(at, a.zone, locale),
    rest,
    way: (doing: string): string => say.way(doing, link.url, link.days),
  };
  return framed(setting, name, letterKind(message.mail, kinds).write(say, about, message, a));
}
