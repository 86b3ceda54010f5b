import { createListenerMiddleware, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { db, type DocumentKind, type DocumentRow, type Documents } from '../data/db';

interface EditsState {
  /** Documents changed a moment ago, by key; what Dexie holds follows within a blink. */
  open: Record<string, DocumentRow>;
  waiting: number;
  savedAt: number | null;
  failure: string | null;
}
const initialState: EditsState = { open: {}, waiting: 0, savedAt: null, failure: null };

/** The edit in progress. Typing changes it at once; saving follows by itself. */
export const edits = createSlice({
  name: 'edits',
  initialState,
  reducers: {
    edited(state, { payload }: PayloadAction<DocumentRow>) {
      state.open[payload.key] = payload;
      state.waiting += 1;
    },
    saved(state, { payload }: PayloadAction<{ count: number; at: number }>) {
      state.waiting = Math.max(0, state.waiting - payload.count);
      state.savedAt = payload.at;
      state.failure = null;
    },
    saveFailed(state, { payload }: PayloadAction<string>) {
      state.failure = payload;
    },
    /** The saved row has reached the lists, so the copy in hand is not needed any more. */
    settled(state, { payload }: PayloadAction<string[]>) {
      for (const key of payload) delete state.open[key];
    },
  },
});

export const { edited, saved, saveFailed, settled } = edits.actions;

const SAVE_AFTER_MS = 150;
const SETTLE_AFTER_MS = 1_500;

/** Writes what was edited to Dexie, once typing pauses for a blink. */
export const saving = createListenerMiddleware();
saving.startListening({
  actionCreator: edited,
  effect: async (_action, api) => {
    api.cancelActiveListeners();
    await api.delay(SAVE_AFTER_MS);
    const now = (api.getState() as { edits: EditsState }).edits;
    const rows = Object.values(now.open);
    const count = now.waiting;
    try {
      await db.documents.bulkPut(rows);
      api.dispatch(saved({ count, at: Date.now() }));
    } catch {
      api.dispatch(saveFailed('Not saved: this browser has no room left. What you typed stays while this window is open. Free some space, then type on.'));
      return;
    }
    await api.delay(SETTLE_AFTER_MS);
    api.dispatch(settled(rows.map((r) => r.key)));
  },
});

/** A document with a change applied, as an edit to dispatch. */
export const editOf = <K extends DocumentKind>(row: DocumentRow<K>, doc: Documents[K]): ReturnType<typeof edited> => edited({ ...row, doc });
