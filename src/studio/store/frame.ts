import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { DocumentRow } from '../data/db';

type Theme = 'day' | 'night';
const stored = (name: string): string | null => globalThis.localStorage?.getItem(`clear-keel.${name}`) ?? null;
const keep = (name: string, value: string): void => globalThis.localStorage?.setItem(`clear-keel.${name}`, value);

interface FrameState {
  theme: Theme;
  outcomeFolded: boolean;
  /** What stands in the outcome's place: the changes to publish, or what was live. */
  publishing: 'changes' | 'history' | false;
  /** Widths of the panes in pixels. */
  sizes: { index: number; outcome: number };
  /** Single keys do something. */
  keysOn: boolean;
  keysShown: boolean;
  buyerView: boolean;
  /** What was taken off the lists last, until something else is or it is brought back. */
  removed: { title: string; rows: DocumentRow[] } | null;
  /** The block of a page that is being edited: the phone view follows it. */
  blockInHand: string | null;
  /** `older`: the shop was updated while this window was open, and writes what its programs do not know. */
  connection: 'unknown' | 'reached' | 'lost' | 'not-owner' | 'older';
  /** How much of the shop's history is copied here, of 1, where that takes a while. */
  copied: number;
  /** When the shop was lost from sight, by this computer. */
  lostAt: number | null;
  /** The day somebody is taken to buy on, where it is not today. */
  assumedDay: string | null;
  /** Where somebody is taken to buy, where it is not the shop’s country, and with which coupon. */
  assumedCountry: string | null;
  assumedCoupon: string | null;
  /** The rehearsal under a price is open. */
  rehearsing: boolean;
}

const initialState: FrameState = {
  theme: stored('theme') === 'night' ? 'night' : 'day',
  outcomeFolded: stored('outcome') === 'folded',
  publishing: false,
  sizes: { index: Number(stored('index')) || 236, outcome: Number(stored('outcome-width')) || 356 },
  keysOn: stored('keys') !== 'off',
  keysShown: false,
  buyerView: false,
  removed: null,
  blockInHand: null,
  connection: 'unknown',
  copied: 0,
  lostAt: null,
  assumedDay: null,
  assumedCountry: null,
  assumedCoupon: null,
  rehearsing: stored('rehearse') === 'open',
};

/** The frame's own state: theme and folding are remembered, the rest is of the moment. */
export const frame = createSlice({
  name: 'frame',
  initialState,
  reducers: {
    copiedSoFar(state, { payload }: PayloadAction<number>) {
      state.copied = payload;
    },
    themeChosen(state, { payload }: PayloadAction<Theme>) {
      state.theme = payload;
      keep('theme', payload);
    },
    outcomeToggled(state) {
      state.outcomeFolded = !state.outcomeFolded;
      keep('outcome', state.outcomeFolded ? 'folded' : 'open');
    },
    paneSized(state, { payload }: PayloadAction<{ pane: 'index' | 'outcome'; width: number }>) {
      state.sizes[payload.pane] = Math.round(Math.min(520, Math.max(180, payload.width)));
      keep(payload.pane === 'index' ? 'index' : 'outcome-width', String(state.sizes[payload.pane]));
    },
    keysSwitched(state, { payload }: PayloadAction<boolean>) {
      state.keysOn = payload;
      keep('keys', payload ? 'on' : 'off');
    },
    keysShownToggled(state, { payload }: PayloadAction<boolean>) {
      state.keysShown = payload;
    },
    publishToggled(state, { payload }: PayloadAction<FrameState['publishing']>) {
      state.publishing = payload;
      if (payload) state.outcomeFolded = false;
    },
    buyerViewToggled(state, { payload }: PayloadAction<boolean>) {
      state.buyerView = payload;
    },
    removedNow(state, { payload }: PayloadAction<FrameState['removed']>) {
      state.removed = payload;
    },
    blockTaken(state, { payload }: PayloadAction<string>) {
      state.blockInHand = payload;
    },
    dayAssumed(state, { payload }: PayloadAction<string | null>) {
      state.assumedDay = payload;
    },
    countryAssumed(state, { payload }: PayloadAction<string | null>) {
      state.assumedCountry = payload;
    },
    couponAssumed(state, { payload }: PayloadAction<string | null>) {
      state.assumedCoupon = payload;
    },
    rehearsalToggled(state, { payload }: PayloadAction<boolean>) {
      state.rehearsing = payload;
      keep('rehearse', payload ? 'open' : 'folded');
    },
    connectionChanged(state, { payload }: PayloadAction<{ connection: FrameState['connection']; at: number }>) {
      if (payload.connection !== 'lost') state.lostAt = null;
      else if (state.connection !== 'lost') state.lostAt = payload.at;
      state.connection = payload.connection;
    },
  },
});

export const {
  paneSized,
  keysSwitched,
  keysShownToggled,
  themeChosen,
  outcomeToggled,
  publishToggled,
  buyerViewToggled,
  connectionChanged,
  copiedSoFar,
  removedNow,
  blockTaken,
  dayAssumed,
  countryAssumed,
  couponAssumed,
  rehearsalToggled,
} = frame.actions;
