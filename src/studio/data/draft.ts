import { useLiveQuery } from 'dexie-react-hooks';
import { useDeferredValue, useMemo, useRef } from 'react';
import { enablePatches, produceWithPatches } from 'immer';
import type { WayToPay } from '#core/ways';
import { DEFAULT_SHOP } from '#core/catalogue';
import {
  type Change,
  changesBetween,
  type DraftContent,
  keptFor,
  type Finding,
  type Going,
  keepBack,
  launchCheck,
  type Release,
} from '#core/release';
import { edited } from '../store/edits';
import { store, useAppSelector } from '../store';
import { sharing } from './sharing';
import { useReadyWays } from './useReadyWays';
import { useNow } from './useNow';
import { contentOf, documentKey, type DocumentName, type Documents, idOfKey } from '#core/documents';
import { db, lastRead, type DocumentRow } from './db';

/** Every document, those in hand over those saved, in the order they were made; undefined until read. */
function useRows(): DocumentRow[] | undefined {
  const saved = useLiveQuery(() => db.documents.toArray(), []);
  const open = useAppSelector((state) => state.edits.open);
  return useMemo(() => {
    if (!saved) return undefined;
    const rows = new Map(saved.map((row) => [row.key, row]));
    for (const row of Object.values(open)) rows.set(row.key, row);
    return [...rows.values()].sort((a, b) => a.made - b.made);
  }, [saved, open]);
}

/** The content that rows make up; a shop that was not named yet is the one that everybody begins with. */
const contentOfRows = (rows: readonly DocumentRow[]): DraftContent =>
  contentOf(
    rows.map(({ key, kind, doc }) => ({ kind, id: idOfKey(key), doc })),
    { shop: DEFAULT_SHOP },
  );

export interface Draft {
  content: DraftContent;
  /** What publishing would make live, and what stays a draft. */
  going: Going;
  live: Release | null;
  findings: Finding[];
  /** Whether this browser or the shop holds a file. */
  hasFile: (sha256: string) => boolean;
  /** The ways to pay that are ready, where real money moves. */
  ready: WayToPay[] | undefined;
  /** Changes since live, in words; empty when all is published. */
  changes: Change[];
}

/** The shop as it is being edited, what a launch check finds in it, and what differs from live. */
export function useDraft(): Draft | undefined {
  const ready = useReadyWays();
  // Days that pass change what is found; a minute does not.
  const hour = `${useNow().slice(0, 13)}:00:00.000Z`;
  const rows = useRows();
  const live = useLiveQuery(async () => ((await db.meta.get('live'))?.value as Release | undefined) ?? null, []);
  const local = useLiveQuery(async () => new Set(await db.files.toCollection().primaryKeys()), []);
  const shared = useRef<DraftContent>(undefined);
  const content = useMemo(() => {
    if (rows) shared.current = sharing(contentOfRows(rows), shared.current);
    return rows && shared.current;
  }, [rows]);
  // What is typed stands at once; what is found in it, and what differs from live, follows when there is time.
  const settled = useDeferredValue(content);
  const checked = useMemo(() => {
    if (!settled || live === undefined || !local) return undefined;
    const inShop = live ? keptFor(live.content) : new Set<string>();
    const hasFile = (sha256: string): boolean => local.has(sha256) || inShop.has(sha256);
    const going = keepBack(settled, live);
    const waiting = new Set(going.keptBack.map((thing) => thing.id));
    // What is only begun stops nothing; it is worth a look.
    const begun = launchCheck(settled, hasFile, hour, ready)
      .filter((f) => waiting.has(f.about.id))
      .map((f): Finding => ({ ...f, level: 'look' }));
    return {
      going,
      live,
      hasFile,
      ready,
      findings: [...launchCheck(going.content, hasFile, hour, ready), ...begun],
      changes: changesBetween(live, going.content),
    };
  }, [settled, live, local, hour, ready]);
  return useMemo(() => (content && checked ? { content, ...checked } : undefined), [content, checked]);
}

enablePatches();

/** Changes one document: at once on screen, then saved by itself, as one step that can be undone. */
export async function change<K extends DocumentName>(
  kind: K,
  id: string,
  recipe: (doc: Documents[K]) => void,
): Promise<void> {
  const key = documentKey(kind, id);
  // What is in hand counts before what is saved; reading it without waiting keeps the cursor where it is.
  const row = store.getState().edits.open[key] ?? lastRead.get(key) ?? (await db.documents.get(key));
  if (!row) return;
  const [doc, redo, undo] = produceWithPatches(row.doc, recipe as (doc: Documents[DocumentName]) => void);
  if (redo.length === 0) return;
  store.dispatch(
    edited({ row: { ...row, doc }, step: { field: (redo[0]?.path ?? []).join('.'), at: Date.now(), undo, redo } }),
  );
}

/** A document as it is in hand or saved; undefined when there is none. */
export async function readDocument<K extends DocumentName>(kind: K, id: string): Promise<Documents[K] | undefined> {
  const key = documentKey(kind, id);
  const row = store.getState().edits.open[key] ?? (await db.documents.get(key));
  return row?.doc as Documents[K] | undefined;
}

export function add<K extends DocumentName>(kind: K, id: string, doc: Documents[K]): void {
  store.dispatch(edited({ row: { key: documentKey(kind, id), kind, made: Date.now(), doc }, step: null }));
}
