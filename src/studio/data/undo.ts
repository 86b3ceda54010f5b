import { applyPatches } from 'immer';
import { fieldName, kindOfKey } from '#core/documents';
import { store } from '../store';
import { saveThen, settled } from '../store/edits';
import { db, lastRead, type Step } from './db';

/** Takes the last step of a thing back, or does the last one taken back again. Acts on people and money have no steps. */
export async function stepBack(key: string, way: 'undo' | 'redo'): Promise<void> {
  await saveThen(store, async () => {
    await db.transaction('rw', db.documents, db.steps, async () => {
      const [row, steps] = await Promise.all([db.documents.get(key), db.steps.get(key)]);
      const step = way === 'undo' ? steps?.done[steps.done.length - 1] : steps?.undone[steps.undone.length - 1];
      if (!row || !steps || !step) return;
      const changed = { ...row, doc: applyPatches(row.doc, way === 'undo' ? step.undo : step.redo) };
      await db.documents.put(changed);
      lastRead.set(key, changed);
      await db.steps.put(
        way === 'undo'
          ? { key, done: steps.done.slice(0, -1), undone: [...steps.undone, step] }
          : { key, done: [...steps.done, step], undone: steps.undone.slice(0, -1) },
      );
    });
    store.dispatch(settled([key]));
  });
}

/** A changed field in words: "the title". */
export const fieldInWords = (key: string, field: string): string =>
  fieldName(kindOfKey(key), field.split('.')[0] ?? '', 'undo');

/** A step in words. */
export const stepName = (key: string, step: Step): string => fieldInWords(key, step.field);
