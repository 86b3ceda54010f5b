import { useLiveQuery } from 'dexie-react-hooks';
import { useMemo } from 'react';
import { createNextState } from '@reduxjs/toolkit';
import { DEFAULT_SHOP } from '#core/catalogue';
import { type DraftContent, filesOf, type Finding, type Going, keepBack, launchCheck, type Release, unsealContent } from '#core/release';
import { edited } from '../store/edits';
import { store, useAppSelector } from '../store';
import { db, type DocumentKind, type DocumentRow, type Documents } from './db';

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

const docs = <K extends DocumentKind>(rows: readonly DocumentRow[], kind: K): Documents[K][] => rows.filter((r) => r.kind === kind).map((r) => r.doc as Documents[K]);

export function contentOf(rows: readonly DocumentRow[]): DraftContent {
  return { shop: docs(rows, 'shop')[0] ?? DEFAULT_SHOP, products: docs(rows, 'product'), offers: docs(rows, 'offer'), paths: docs(rows, 'path'), pages: docs(rows, 'page') };
}

export interface Draft {
  content: DraftContent;
  /** What publishing would make live, and what stays a draft. */
  going: Going;
  live: Release | null;
  findings: Finding[];
  /** Changes since live, in words; empty when all is published. */
  changes: Change[];
}

/** The shop as it is being edited, what a launch check finds in it, and what differs from live. */
export function useDraft(): Draft | undefined {
  const rows = useRows();
  const live = useLiveQuery(async () => ((await db.meta.get('live'))?.value as Release | undefined) ?? null, []);
  const local = useLiveQuery(async () => new Set(await db.files.toCollection().primaryKeys()), []);
  return useMemo(() => {
    if (!rows || live === undefined || !local) return undefined;
    const content = contentOf(rows);
    const inShop = new Set(live ? filesOf(live.content).map((f) => f.sha256) : []);
    const hasFile = (sha256: string): boolean => local.has(sha256) || inShop.has(sha256);
    const going = keepBack(content, live);
    const waiting = new Set(going.keptBack.map((thing) => thing.id));
    // What is only begun stops nothing; it is worth a look.
    const begun = launchCheck(content, hasFile).filter((f) => waiting.has(f.about.id)).map((f): Finding => ({ ...f, level: 'look' }));
    return { content, going, live, findings: [...launchCheck(going.content, hasFile), ...begun], changes: changesSince(live, going.content) };
  }, [rows, live, local]);
}

export interface Change {
  key: string;
  text: string;
}

const NAMES: Record<Exclude<DocumentKind, 'shop'>, string> = { product: 'Product', offer: 'Offer', path: 'Path', page: 'Page' };

/** What differs between live and draft, one line a thing. */
function changesSince(live: Release | null, draft: DraftContent): Change[] {
  const before = live ? unsealContent(live.content) : null;
  const changes: Change[] = [];
  if (before === null || !same(before.shop, draft.shop)) changes.push({ key: 'shop', text: before === null ? `Shop “${draft.shop.name}”: new` : 'Shop: details changed' });
  const compare = <T extends { id: string }>(kind: Exclude<DocumentKind, 'shop'>, old: readonly T[], now: readonly T[], titleOf: (doc: T) => string): void => {
    const known = new Map(old.map((d) => [d.id, d]));
    for (const doc of now) {
      const was = known.get(doc.id);
      if (was === undefined) changes.push({ key: `${kind}/${doc.id}`, text: `${NAMES[kind]} “${titleOf(doc)}”: new` });
      else if (!same(was, doc)) changes.push({ key: `${kind}/${doc.id}`, text: `${NAMES[kind]} “${titleOf(doc)}”: changed` });
    }
    for (const doc of old) if (!now.some((d) => d.id === doc.id)) changes.push({ key: `${kind}/${doc.id}`, text: `${NAMES[kind]} “${titleOf(doc)}”: removed` });
  };
  compare('product', before?.products ?? [], draft.products, (d) => d.title);
  compare('offer', before?.offers ?? [], draft.offers, (d) => d.title);
  compare('path', before?.paths ?? [], draft.paths, (d) => d.title);
  const pathOf = (pageId: string): string => draft.paths.find((p) => p.steps.some((s) => s.pageId === pageId))?.title ?? '';
  compare('page', before?.pages ?? [], draft.pages, (d) => `${pathOf(d.id)}, ${{ sales: 'page', checkout: 'checkout', thanks: 'thank you' }[d.kind]}`);
  return changes;
}

// Amounts are compared as money would be: "24" typed and "24.00" read back are one price.
const same = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);
function canonical(value: unknown): string {
  return JSON.stringify(value, (key, v: unknown) => {
    if (key === 'amount' && typeof v === 'string') return v.replace(',', '.').replace(/^\D+/, '').replace(/\.0+$/, '');
    if (v !== null && typeof v === 'object' && !Array.isArray(v)) return Object.fromEntries(Object.entries(v).sort(([x], [y]) => (x < y ? -1 : 1)));
    return v;
  });
}

/** Changes one document: at once on screen, then saved by itself. */
export async function change<K extends DocumentKind>(kind: K, id: string, recipe: (doc: Documents[K]) => void): Promise<void> {
  const key = `${kind}/${id}`;
  // What is in hand counts before what is saved; reading it without waiting keeps the cursor where it is.
  const inHand = store.getState().edits.open[key] ?? cache.get(key);
  const row = inHand ?? (await db.documents.get(key));
  if (!row) return;
  store.dispatch(edited({ ...row, doc: createNextState(row.doc, recipe as (doc: Documents[DocumentKind]) => void) }));
}

/** The saved rows as last read, so that the first key press in a field is not waited for. */
const cache = new Map<string, DocumentRow>();
db.documents.hook('reading', (row: DocumentRow) => {
  cache.set(row.key, row);
  return row;
});

export function add<K extends DocumentKind>(kind: K, id: string, doc: Documents[K]): void {
  store.dispatch(edited({ key: `${kind}/${id}`, kind, made: Date.now(), doc }));
}
