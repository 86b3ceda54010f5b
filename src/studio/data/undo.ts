import { applyPatches } from 'immer';
import { store } from '../store';
import { saveNow, settled } from '../store/edits';
import { db, lastRead, type Step } from './db';

/** Takes the last step of a thing back, or does the last one taken back again. Acts on people and money have no steps. */
export async function stepBack(key: string, way: 'undo' | 'redo'): Promise<void> {
  if ((await saveNow(store.getState().edits, store.dispatch)) === null) return;
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
}

const FIELDS: Record<string, string> = {
  title: 'the title',
  promise: 'the promise',
  description: 'the description',
  brand: 'the brand',
  locale: 'the language',
  files: 'the files',
  links: 'the links',
  putAway: 'put away',
  benefits: 'the benefits',
  picture: 'the picture',
  downloads: 'how often files can be fetched',
  prices: 'a price',
  productIds: 'what it opens',
  onSale: 'on sale',
  address: 'the address',
  blocks: 'the page',
  name: 'the name',
  legal: 'the legal lines',
  zone: 'the time zone',
  currency: 'the currency',
  senderAddress: 'the sender’s address',
  cardStatement: 'the card statement',
  formerAddresses: 'the address',
};

/** A changed field in words: "the title". */
export const fieldName = (field: string): string => FIELDS[field.split('.')[0] ?? ''] ?? 'something';

/** A step in words. */
export const stepName = (step: Step): string => FIELDS[step.field.split('.')[0] ?? ''] ?? 'the last change';
