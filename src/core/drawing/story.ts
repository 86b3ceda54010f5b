import type { Instant } from '#core/calendar';
import type { Tick } from '#core/catalogue';

export type MoneyState =
  'to-come' | 'paid' | 'waits' | 'refused' | 'tried-again' | 'refunded' | 'disputed' | 'dropped' | 'moved';

export interface MoneyMoment {
  at: Instant;
  /** Whole minor units. Zero is drawn as an upright stroke: nothing due. */
  amount: number;
  state: MoneyState;
  /** Where a moved payment went. */
  movedTo?: Instant;
}

export interface AccessStretch {
  from: Instant;
  /** Null goes on for good, or for as long as the story's `goesOn` says. */
  until: Instant | null;
  holds: readonly { from: Instant; until: Instant | null }[];
  title: string;
  /** How long what has no end goes on, where it is not for good: "while payments are made". */
  goesOn?: string | undefined;
  /** Moments at which more content opens. */
  ticks?: readonly Tick[] | undefined;
}

/** What more of it opens while it is open. */
export const ticksIn = ({ ticks = [], until }: Pick<AccessStretch, 'ticks' | 'until'>): Tick[] =>
  ticks.filter(({ at }) => until === null || at < until);

/** One buyer's story in one currency: money above the line, access below. */
export interface KeelStory {
  currency: string;
  zone: string;
  locale: string;
  money: readonly MoneyMoment[];
  access: readonly AccessStretch[];
  /** The line's present, or a flag where the thing is not yet bought. */
  now: { at: Instant; word: 'today' | 'bought' | 'played-to-here' };
  pauses?: readonly { from: Instant; until: Instant | null }[];
  /** Payments go on beyond the last one here: "until cancelled". */
  goesOn?: string;
  /** How often payments repeat, for the fold: "monthly". */
  every?: string;
}
