import { createListenerMiddleware, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { noteChange } from '../data/copies';
import { db, type DocumentRow, lastRead, readMeta, type Step, writeMeta } from '../data/db';
import { buyerViewToggled } from './frame';
import { appendSteps } from '../data/steps';
import { whyNotKept } from '../data/whyNotKept';
import { storeWords } from '#say/store';
const say = storeWords.edits;

interface EditsState {
  /** Documents changed a moment ago, by key; what Dexie holds follows within a blink. */
  open: Record<string, DocumentRow>;
  /** Steps that are not saved yet, by key. */
  steps: Record<string, Step[]>;
  waiting: number;
  savedAt: number | null;
  failure: string | null;
}
const initialState: EditsState = { open: {}, steps: {}, waiting: 0, savedAt: null, failure: null };

/** The edit in progress. Typing changes it at once; saving follows by itself. */
export const edits = createSlice({
  name: 'edits',
  initialState,
  reducers: {
    edited(state, { payload }: PayloadAction<{ row: DocumentRow; step: Step | null }>) {
      state.open[payload.row.key] = payload.row;
      if (payload.step) (state.steps[payload.row.key] ??= []).push(payload.step);
      state.waiting += 1;
    },
    saved(state, { payload }: PayloadAction<{ count: number; steps: Record<string, number>; at: number }>) {
      state.waiting = Math.max(0, state.waiting - payload.count);
      for (const [key, count] of Object.entries(payload.steps))
        state.steps[key] = (state.steps[key] ?? []).slice(count);
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

interface Saving {
  getState: () => { edits: EditsState };
  dispatch: (action: ReturnType<typeof saved> | ReturnType<typeof saveFailed>) => void;
}

let lastSave: Promise<unknown> = Promise.resolve();

/**
 * Writes what is in hand, documents and steps together: one save after the other, each of what is in hand when its turn
 * comes. Two at once would write steps twice.
 * @returns the keys written, or null when this browser could not write them
 */
export const saveNow = (store: Saving): Promise<string[] | null> => saveThen(store, () => Promise.resolve());

/**
 * Saves, and then changes what is saved before anything else is: a save that came between would write what was in hand
 * over it.
 * @param change not done where what is in hand could not be saved
 */
export function saveThen(store: Saving, change: () => Promise<unknown>): Promise<string[] | null> {
  const mine = lastSave.then(async () => {
    const written = await write(store);
    if (written !== null) await change();
    return written;
  });
  lastSave = mine.catch(() => undefined);
  return mine;
}

async function write({ getState, dispatch }: Saving): Promise<string[] | null> {
  const now = getState().edits;
  const rows = Object.values(now.open);
  try {
    await db.transaction('rw', db.documents, db.steps, async () => {
      await db.documents.bulkPut(rows);
      for (const [key, steps] of Object.entries(now.steps))
        if (steps.length > 0) await db.steps.put(appendSteps(await db.steps.get(key), key, steps));
    });
    for (const row of rows) lastRead.set(row.key, row);
    const latest = Object.entries(now.steps)
      .flatMap(([key, steps]) => steps.map((step) => ({ key, step })))
      .sort((a, b) => b.step.at - a.step.at)[0];
    if (latest)
      await writeMeta('lastEdit', { key: latest.key, field: latest.step.field, at: latest.step.at, looked: false });
    if (rows.length > 0) await noteChange(Date.now());
    dispatch(
      saved({
        count: now.waiting,
        steps: Object.fromEntries(Object.entries(now.steps).map(([key, steps]) => [key, steps.length])),
        at: Date.now(),
      }),
    );
    return rows.map((row) => row.key);
  } catch (error) {
    dispatch(saveFailed(say.notSavedYourChanges(whyNotKept(error).why)));
    return null;
  }
}

/** Whoever has looked as the buyer has made the one check that is asked for after an interruption. */
async function noteLook(): Promise<void> {
  const last = await readMeta('lastEdit');
  if (last && !last.looked) await writeMeta('lastEdit', { ...last, looked: true });
}

/** Saves once typing pauses for a blink. */
export const saving = createListenerMiddleware();
saving.startListening({
  actionCreator: edited,
  effect: async (_action, api) => {
    api.cancelActiveListeners();
    await api.delay(SAVE_AFTER_MS);
    const keys = await saveNow({ getState: () => api.getState() as { edits: EditsState }, dispatch: api.dispatch });
    if (!keys) return;
    // The copy in hand stays until the saved one has been read back, however slow the disk is:
    // what is typed next must never start from something older.
    const { open } = (api.getState() as { edits: EditsState }).edits;
    do await api.delay(SETTLE_AFTER_MS);
    while (keys.some((key) => open[key] && lastRead.get(key) === open[key]));
    api.dispatch(settled(keys));
  },
});
saving.startListening({ actionCreator: buyerViewToggled, effect: ({ payload }) => void (payload && noteLook()) });
