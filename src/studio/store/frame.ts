import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { DocumentRow } from '../data/db';

type Theme = 'day' | 'night';
const stored = (name: string): string | null => globalThis.localStorage?.getItem(`clear-keel.${name}`) ?? null;
const keep = (name: string, value: string): void => globalThis.localStorage?.setItem(`clear-keel.${name}`, value);

interface FrameState {
  theme: Theme;
  outcomeFolded: boolean;
  publishing: boolean;
  buyerView: boolean;
  /** What was taken off the lists last, until something else is or it is brought back. */
  removed: { title: string; rows: DocumentRow[] } | null;
  /** The block of a page that is being edited: the phone view follows it. */
  blockInHand: string | null;
  connection: 'unknown' | 'reached' | 'lost' | 'not-owner';
}

const initialState: FrameState = { theme: stored('theme') === 'night' ? 'night' : 'day', outcomeFolded: stored('outcome') === 'folded', publishing: false, buyerView: false, removed: null, blockInHand: null, connection: 'unknown' };

/** The frame's own state: theme and folding are remembered, the rest is of the moment. */
export const frame = createSlice({
  name: 'frame',
  initialState,
  reducers: {
    themeChosen(state, { payload }: PayloadAction<Theme>) {
      state.theme = payload;
      keep('theme', payload);
    },
    outcomeToggled(state) {
      state.outcomeFolded = !state.outcomeFolded;
      keep('outcome', state.outcomeFolded ? 'folded' : 'open');
    },
    publishToggled(state, { payload }: PayloadAction<boolean>) {
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
    connectionChanged(state, { payload }: PayloadAction<FrameState['connection']>) {
      state.connection = payload;
    },
  },
});

export const { themeChosen, outcomeToggled, publishToggled, buyerViewToggled, connectionChanged, removedNow, blockTaken } = frame.actions;
