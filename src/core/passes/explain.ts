import { formatDay, formatMoment, type Instant } from '#core/calendar';
import { type Who, wordsFor } from '#core/words';
import type { AgreementId, OrderId, ProductId } from '#core/ids';
import { holdKind, type Pass, passState } from './pass';
import type { Right } from './right';

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
  /** Every pass of this person to this product, and what opens it to them through others; access is their union. */
  passes: readonly (Pass | Right)[];
  /** What something is called through which it opens. */
  titleOf?: (productId: ProductId) => string;
  /** Whom it is about: the reader, or somebody by name. */
  person: Who;
  product: string;
  /** The order's number by its id, to name the cause. */
  orderNumber: (orderId: OrderId) => string;
  /** How long a pass without a date is open, by the payment plan or subscription it belongs to. */
  openFor?: (agreementId: AgreementId) => OpenFor;
  now: Instant;
  zone: string;
  locale: string;
}

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
  const [hold] = best?.holds ?? [];
  const say = wordsFor(locale).access;
  const day = (at: Instant): string => formatDay(at, zone, locale);
  if (!best) return { open: false, pass: null, lasts: null, sentence: say.never(person, product) };
  const through = 'through' in best ? best.through : null;
  const since = day(through?.from ?? best.from);
  const cause =
    best.cause.kind === 'paid'
      ? say.because.order(question.orderNumber(best.cause.orderId), since)
      : say.because.gift(since, best.cause.reason);
  const because = through ? say.because.through(question.titleOf?.(through.productId) ?? '', cause) : cause;
  const lasts = lastsFor(best, question.openFor);
  const about = { pass: best, lasts };
  const until = typeof lasts === 'string' ? say.endless(lasts) : say.until(formatMoment(lasts.until, zone, locale));
  switch (passState(best, now)) {
    case 'open':
      return { ...about, open: true, sentence: say.open(person, product, until, because) };
    case 'waiting':
      return {
        ...about,
        open: false,
        sentence: say.waiting(person, product, formatMoment(best.from, zone, locale), because),
      };
    case 'on-hold':
      return {
        ...about,
        open: false,
        sentence: say.onHold(person, product, hold ? holdKind(hold) : 'behind', because, day(hold?.since ?? now)),
      };
    case 'closed': {
      const closedAt = best.closed?.at ?? best.until ?? now;
      return {
        ...about,
        open: false,
        sentence: say.closed(person, product, best.closed?.why ?? 'expired', day(closedAt), because),
      };
    }
  }
}

/** How long a pass is open: to its own date, or as its payment plan or subscription says. */
export function lastsFor(pass: Pass, openFor: Question['openFor'] = () => 'while-paid'): OpenFor {
  if (pass.until !== null) return { until: pass.until };
  return pass.cause.kind === 'paid' && pass.cause.agreementId !== undefined ? openFor(pass.cause.agreementId) : 'good';
}

// Sorts as text after every moment of time.
const longest = (lasts: OpenFor): string =>
  typeof lasts !== 'string' ? lasts.until : lasts === 'good' ? '~2' : lasts === 'while-paid-then-good' ? '~1' : '~0';
