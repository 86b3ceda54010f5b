/** What can keep a pass from opening, and why one is closed; by the codes of the history. */
type Held = 'dispute' | 'behind' | 'paused';
type Closed =
  'refund' | 'dispute-lost' | 'expired' | 'withdrawn' | 'ended' | 'unpaid' | 'switched' | 'replaced' | 'stopped';
export type Endless = 'good' | 'while-paid' | 'while-paid-then-good';
/** Whom a sentence is about: the reader, or somebody by their name. */
export type Who = { you: true } | { you: false; name: string };
type Unit = 'day' | 'week' | 'month' | 'year';

const subject = (who: Who): string => (who.you ? 'You' : who.name);

const length = (count: number, unit: Unit): string => `${count} ${unit}${count === 1 ? '' : 's'}`;

const opensAndStays = (later: boolean): string => (later ? 'Stays' : 'Opens at once and stays');

/** How long things stay open, and why they are or are not. */
export const access = {
  length,
  endless: (lasts: Endless): string =>
    ({
      good: 'for good',
      'while-paid': 'while payments are made',
      'while-paid-then-good': 'while payments are made, then for good',
    })[lasts],
  until: (moment: string): string => `until ${moment}`,
  /** A thing in the member area that is open. */
  mine: (lasts: Endless | { until: string }): string =>
    lasts === 'good'
      ? 'yours to keep'
      : typeof lasts === 'string'
        ? `open ${access.endless(lasts)}`
        : `open until ${lasts.until}`,
  /** What a price opens, said before it is bought. */
  promise: {
    subscription: (later: boolean): string => `${opensAndStays(later)} open while payments are made.`,
    forever: (plan: boolean, later: boolean): string =>
      plan
        ? `${later ? 'Stays' : 'Opens at once, stays'} open while payments are made, then for good.`
        : `${opensAndStays(later)} open for good.`,
    for: (plan: boolean, count: number, unit: Unit, until: string, later: boolean): string =>
      `${opensAndStays(later)} open${plan ? ' while payments are made' : ''} for ${length(count, unit)}, until ${until}.`,
    until: (plan: boolean, day: string, later: boolean): string =>
      `${opensAndStays(later)} open${plan ? ' while payments are made' : ''} until the end of ${day}.`,
  },
  byPost: 'It is sent by post.',
  /** Of something that opens by a plan, how. */
  released: {
    byAndBy: (title: string, how: string): string => `What is in ${title} unlocks step by step: ${how}.`,
    later: (title: string, how: string): string => `${title} unlocks ${how}.`,
    /** Of parts with times of their own the first are named; so many others have such too. */
    others: (n: number, title: string): string =>
      n === 1
        ? `One more part of ${title} unlocks at its own time.`
        : `${n} more parts of ${title} unlock at their own times.`,
  },
  because: {
    order: (number: string, day: string): string => `order ${number} of ${day}`,
    gift: (day: string, reason: string): string => `access given on ${day} (${reason})`,
    /** It stands in something else, which is there for its own cause. */
    through: (title: string, cause: string): string => `${title}: ${cause}`,
  },
  never: (who: Who, product: string): string => `${subject(who)} can’t open ${product}: it was never bought or given.`,
  open: (who: Who, product: string, until: string, because: string): string =>
    `${subject(who)} can open ${product} ${until}, because of ${because}.`,
  waiting: (who: Who, product: string, moment: string, because: string): string =>
    `${subject(who)} can’t open ${product} yet: it unlocks on ${moment}, because of ${because}.`,
  onHold: (who: Who, product: string, why: Held, because: string, since: string): string =>
    `${subject(who)} can’t open ${product} now: ${{ dispute: 'the bank disputes the payment', behind: 'a payment is past due', paused: 'payments are paused' }[why]} (${because}), since ${since}.`,
  closed: (who: Who, product: string, why: Closed, day: string, because: string): string =>
    `${subject(who)} can no longer open ${product}: ${
      {
        refund: 'it was refunded',
        'dispute-lost': 'the payment was lost in a dispute',
        expired: 'it expired',
        withdrawn: 'it was withdrawn',
        ended: 'the paid period ended',
        unpaid: 'a payment stayed unpaid',
        switched: 'it was switched to something else',
        replaced: 'it was replaced',
        stopped: 'the payment plan was ended',
      }[why]
    } on ${day} (${because}).`,
  gone: (): string => 'Something that is no longer shown',
};
export type AccessWords = typeof access;
