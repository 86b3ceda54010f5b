import type { PlacedLabel } from './labels';
import type { MoneyState } from './story';

export interface KeelMark {
  kind: 'payment' | 'fold';
  x: number;
  y: number;
  r: number;
  state: MoneyState;
  /** Nothing is due here: an upright stroke. */
  nothingDue: boolean;
  /** Read out when the mark is in hand: "15 July 2026, €64.00, second of 3, to come". */
  phrase: string;
  /** For a refund: where its payment stands, to join them by an arc. */
  joins: { x: number; y: number } | null;
  /** For a moved payment: where it went. */
  movedToX: number | null;
}

/** How something ends on the right: for certain, going on, or only because the drawing stops. */
export type KeelEnd = 'cap' | 'arrow' | 'torn';

export interface KeelBar {
  x1: number;
  x2: number;
  y: number;
  height: number;
  label: PlacedLabel | null;
  end: KeelEnd;
  holds: { x1: number; x2: number }[];
  ticks: number[];
}

export interface KeelLayout {
  width: number;
  height: number;
  lineY: number;
  left: number;
  right: number;
  end: KeelEnd;
  present: { x: number; label: PlacedLabel };
  marks: KeelMark[];
  amounts: PlacedLabel[];
  days: PlacedLabel[];
  bars: KeelBar[];
  pauses: { x1: number; x2: number; label: PlacedLabel }[];
  /** Where a long run of equal payments is folded away, and what is in it, a line each. */
  fold: { x1: number; x2: number; lines: string[] } | null;
  /** Marks that are present, for the key. */
  states: MoneyState[];
  held: boolean;
  dateY: number;
}

export interface KeelOptions {
  small?: boolean;
  /** The largest amount among all lines on screen together, for one money scale; by default this story's own. */
  largest?: number;
  /** Milliseconds from the first event that all drawings side by side show. */
  span?: number;
}
