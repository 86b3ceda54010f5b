import { formatDay, formatMoment, type Instant } from '#core/calendar';
import { type Pass, passState } from './pass';

export interface Explanation {
  open: boolean;
  /** One sentence, beginning with the person. */
  sentence: string;
}

interface Question {
  /** Every pass of this person to this product; access is their union. */
  passes: readonly Pass[];
  person: string;
  product: string;
  /** The order's number by its id, to name the cause. */
  orderNumber: (orderId: string) => string;
  /** Whether payments still come for the payment plan or subscription that a pass belongs to; without it they do. */
  stillPaid?: (agreementId: string) => boolean;
  now: Instant;
  zone: string;
  locale: string;
}

const HELD = { dispute: 'the bank disputes the payment', behind: 'a payment is behind', paused: 'payments are paused' };

/** Why a person can or cannot open a product at a moment. The strongest pass answers: open, then waiting, on hold, closed last. */
export function explain(question: Question): Explanation {
  const { passes, person, product, now, zone, locale } = question;
  const order = ['open', 'waiting', 'on hold', 'closed'];
  const rank = (pass: Pass): number => order.indexOf(passState(pass, now));
  const best = [...passes].sort(
    (a, b) =>
      rank(a) - rank(b) ||
      Number(isPaidOverTime(a, question.stillPaid)) - Number(isPaidOverTime(b, question.stillPaid)) ||
      (a.from < b.from ? 1 : -1),
  )[0];
  if (!best) return { open: false, sentence: `${person} cannot open ${product}: it was never bought or given.` };
  const because =
    best.cause.kind === 'paid'
      ? `order ${question.orderNumber(best.cause.orderId)} of ${formatDay(best.from, zone, locale)}`
      : `it was given on ${formatDay(best.from, zone, locale)} (${best.cause.reason})`;
  const until =
    best.until === null
      ? isPaidOverTime(best, question.stillPaid)
        ? 'while payments are made'
        : 'for good'
      : `until ${formatMoment(best.until, zone, locale)}`;
  switch (passState(best, now)) {
    case 'open':
      return { open: true, sentence: `${person} can open ${product} ${until}, because of ${because}.` };
    case 'waiting':
      return {
        open: false,
        sentence: `${person} cannot open ${product} yet: it opens on ${formatMoment(best.from, zone, locale)}, because of ${because}.`,
      };
    case 'on hold':
      return {
        open: false,
        sentence: `${person} cannot open ${product} now: ${HELD[best.hold?.why ?? 'dispute']} (${because}), since ${formatDay(best.hold?.since ?? now, zone, locale)}.`,
      };
    case 'closed': {
      const closedAt = best.closed?.at ?? best.until ?? now;
      const why = {
        refund: 'the money was given back',
        'dispute-lost': 'the bank took the money back',
        expired: 'its time ended',
        withdrawn: 'it was withdrawn',
        ended: 'it ended after what was paid',
        unpaid: 'a payment stayed unpaid',
        switched: 'it was switched to something else',
        replaced: 'something else took its place',
        stopped: 'the payment plan was ended',
      }[best.closed?.why ?? 'expired'];
      return {
        open: false,
        sentence: `${person} cannot open ${product} any more: ${why} on ${formatDay(closedAt, zone, locale)} (${because}).`,
      };
    }
  }
}

/** Whether a pass is open only for as long as its payment plan or subscription is paid. */
export const isPaidOverTime = ({ cause }: Pass, stillPaid: (agreementId: string) => boolean = () => true): boolean =>
  cause.kind === 'paid' && cause.agreementId !== undefined && stillPaid(cause.agreementId);
