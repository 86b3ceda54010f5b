type Money = 'to-come' | 'paid' | 'waits' | 'refused' | 'tried-again' | 'refunded' | 'disputed' | 'dropped' | 'moved';

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];

/** What stands on a keel line and in its list. */
export const drawing = {
  state: (state: Money): string =>
    ({
      'to-come': 'to come',
      paid: 'paid',
      waits: 'waiting for the bank',
      refused: 'declined',
      'tried-again': 'tried again',
      refunded: 'refunded',
      disputed: 'disputed',
      dropped: 'no longer charged',
      moved: 'moved',
    })[state],
  now: (word: 'today' | 'bought' | 'played-to-here'): string =>
    ({ today: 'today', bought: 'bought', 'played-to-here': 'rehearsed up to here' })[word],
  untilCancelled: (): string => 'until cancelled',
  nothingDue: (): string => 'nothing due',
  movedTo: (day: string): string => `moved to ${day}`,
  opens: (title: string): string => `${title} opens`,
  partOpens: (part: string, title: string): string => `${part} of ${title} unlocks`,
  closes: (title: string): string => `${title} closes`,
  onHold: (title: string): string => `${title} on hold`,
  openAgain: (title: string): string => `${title} open again`,
  paused: (until: string | null): string => (until === null ? 'paused' : `paused until ${until}`),
  products: (n: number): string => `${n} products`,
  andMore: (label: string, n: number): string => `${label}, and ${n} more`,
  /** What a fold hides: so many payments, how often, what they come to. */
  more: (n: number): string => `${n} more`,
  inAll: (amount: string): string => `${amount} in total`,
  goesOn: (): string => 'goes on',
  /** "second of 3", or "second" where they go on. @param i counted from 0 */
  place: (i: number, of: number | null): string => {
    const ordinal = ORDINALS[i] ?? `${i + 1}th`;
    return of === null ? ordinal : `${ordinal} of ${of}`;
  },
};
export type DrawingWords = typeof drawing;
