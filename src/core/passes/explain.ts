import { formatDay, formatMoment, type Instant } from '#core/calendar';
import { type Pass, passState } from './pass';

export interface Explanation {
  open: boolean;
  /** One sentence, beginning with the person. */
  sentence: string;
  /** The pass that answers, the one that lasts longest where several are open; and how long it lasts. */
  pass: Pass | null;
  lasts: OpenFor | null;
}

/** How long access without a date of its own lasts: for good, as long as money comes, or to a day that money decided. */
export type OpenFor = 'good' | 'while-paid' | 'while-paid-then-good' | { until: Instant };

interface Question {
  /** Every pass of this person to this product; access is their union. */
  passes: readonly Pass[];
  person: string;
  product: string;
  /** The order's number by its id, to name the cause. */
  orderNumber: (orderId: string) => string;
  /** How long a pass without a date is open, by the payment plan or subscription it belongs to. */
  openFor?: (agreementId: string) => OpenFor;
  now: Instant;
  zone: string;
  locale: string;
}

const HELD = { dispute: 'the bank disputes the payment', behind: 'a payment is behind', paused: 'payments are paused' };

/** Why a person can or cannot open a product at a moment. The strongest pass answers: open, then waiting, on hold, closed last. */
export function explain(question: Question): Explanation {
  const { passes, person, product, now, zone, locale } = question;
  const order = ['open', 'waiting', 'on-hold', 'closed'];
  const rank = (pass: Pass): number => order.indexOf(passState(pass, now));
  const best = [...passes].sort(
    (a, b) =>
      rank(a) - rank(b) ||
      (longest(lastsFor(a, question.openFor)) < longest(lastsFor(b, question.openFor)) ? 1 : -1) ||
      (a.from < b.from ? 1 : -1),
  )[0];
  if (!best)
    return {
      open: false,
      pass: null,
      lasts: null,
      sentence: `${person} cannot open ${product}: it was never bought or given.`,
    };
  const because =
    best.cause.kind === 'paid'
      ? `order ${question.orderNumber(best.cause.orderId)} of ${formatDay(best.from, zone, locale)}`
      : `it was given on ${formatDay(best.from, zone, locale)} (${best.cause.reason})`;
  const lasts = lastsFor(best, question.openFor);
  const until = typeof lasts === 'string' ? endlessInWords(lasts) : `until ${formatMoment(lasts.until, zone, locale)}`;
  const about = { pass: best, lasts };
  switch (passState(best, now)) {
    case 'open':
      return { ...about, open: true, sentence: `${person} can open ${product} ${until}, because of ${because}.` };
    case 'waiting':
      return {
        ...about,
        open: false,
        sentence: `${person} cannot open ${product} yet: it opens on ${formatMoment(best.from, zone, locale)}, because of ${because}.`,
      };
    case 'on-hold':
      return {
        ...about,
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
        ...about,
        open: false,
        sentence: `${person} cannot open ${product} any more: ${why} on ${formatDay(closedAt, zone, locale)} (${because}).`,
      };
    }
  }
}

/** How long a pass is open: to its own date, or as its payment plan or subscription says. */
export function lastsFor(pass: Pass, openFor: Question['openFor'] = () => 'while-paid'): OpenFor {
  if (pass.until !== null) return { until: pass.until };
  return pass.cause.kind === 'paid' && pass.cause.agreementId !== undefined ? openFor(pass.cause.agreementId) : 'good';
}

export const endlessInWords = (lasts: Extract<OpenFor, string>): string =>
  ({
    good: 'for good',
    'while-paid': 'while payments are made',
    'while-paid-then-good': 'while payments are made, and for good once paid off',
  })[lasts];

// Sorts as text after every moment of time.
const longest = (lasts: OpenFor): string =>
  typeof lasts !== 'string' ? lasts.until : lasts === 'good' ? '~2' : lasts === 'while-paid-then-good' ? '~1' : '~0';
