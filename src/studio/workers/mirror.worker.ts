import { idsTouched, newestRows } from '#core/mirror';
import { NewerHistory } from '#core/journal';
import type { PersonRecord } from '#core/people';
import { PROJECTIONS } from '#core/shop';
import { OWNER_ROUTES } from '../../wire/contract/owner';
import { LINES_HEADER } from '../../wire/owner';
import { addressOf, fetchRoute } from '../data/asked';
import { type Cursor, db } from '../data/db';
import { hashOf, linesOf, readLines } from '../data/history';
import { KeysHeld } from '../data/keysHeld';
import { NO_LINE, readCursor } from '../data/cursor';
import { MIRRORED, takeLines, taxNow } from '../data/mirrorRows';
import { forgetProjections, moveProjections } from '../data/projected';
import { makeRowsAnew, rowsAreOutdated } from '../data/rowsAnew';
import { MIRROR_MOVED, type MirrorMoved } from './news';

/**
 * Keeps a copy of the journal in this browser, and rows worked out from it. One tab at a time holds the lock and
 * pulls; lines, rows and cursor move in one transaction, so that they never disagree.
 */
export type MirrorNews =
  | { kind: 'reached' | 'lost' | 'not-owner' | 'older' }
  /** How much of a long history is here, of 1. */
  | { kind: 'copying'; share: number };

/** Tells whoever holds rows in memory which to read again. */
const moved = new BroadcastChannel(MIRROR_MOVED);

const tell = (news: MirrorNews): void => postMessage(news);
const RETRY_MS = 3_000;
/** So many lines behind, the newest orders are shown before the rest is copied. */
const FAR_BEHIND = 1_000;
const MOST_NEWEST = 1_000;
/** So many lines are one transaction: whoever reads meanwhile waits for no more than that. */
const TAKEN_TOGETHER = 1_000;
/** The shop says every 15 seconds that it is there. */
const SILENT_FOR_MS = 40_000;

void navigator.locks.request('clear-keel-mirror', async () => {
  for (;;) {
    try {
      await makeAnewWhatChanged();
      await pullAll();
      tell({ kind: 'reached' });
      await nextNews();
    } catch (error) {
      // Whoever was shown out, or has signed out, keeps nothing of the shop here. A copy that was opened by hand stays.
      if (error instanceof NotOwner && (await wasPulled())) await forget();
      const kind = error instanceof NotOwner ? 'not-owner' : error instanceof NewerHistory ? 'older' : 'lost';
      tell({ kind });
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
    }
  }
});

/** Before the shop is asked, so that it is done without it too: from the history that is here. */
async function makeAnewWhatChanged(): Promise<void> {
  if (await rowsAreOutdated()) await makeRowsAnew();
  if ((await readCursor()) !== undefined) await moveProjections(PROJECTIONS, (await db.newest.count()) === 0);
}

class NotOwner extends Error {}

/** Stands beside the cursor while what is here came from the shop, to somebody who was signed in. It goes with the rows. */
const PULLED = 'pulled';
const wasPulled = async (): Promise<boolean> => (await db.cursor.get(PULLED)) !== undefined;

/** What the shop sends after a place. */
interface Page {
  /** How many lines its history has. */
  all: number;
  /** Read when they are first asked for. */
  lines: () => Promise<string[]>;
}

/** What comes next, asked for while what came is still being written; undefined where it failed. */
interface Ahead {
  hash: string;
  page: Promise<Page | null | undefined>;
}

/** @returns null where the shop's history is another than the one this mirror holds */
async function linesAfter({ seq, hash }: Cursor): Promise<Page | null> {
  const response = await fetchRoute(OWNER_ROUTES.journal, { query: { after: seq, hash } });
  if (response.status === 401) throw new NotOwner();
  if (response.status === 409) return null;
  if (!response.ok) throw new Error(`The shop answered ${response.status}`);
  const all = Number(response.headers.get(LINES_HEADER));
  let read: Promise<string[]> | null = null;
  return { all, lines: () => (read ??= response.text().then(linesOf)) };
}

/** Reads what is asked for beforehand to its end; whatever fails of it fails again where it is asked for in its turn. */
async function readAhead(after: Cursor): Promise<Page | null | undefined> {
  try {
    const page = await linesAfter(after);
    await page?.lines();
    return page;
  } catch {
    return undefined;
  }
}

async function pullAll(): Promise<void> {
  let newestShown = false;
  let keys: KeysHeld | null = null;
  let at = NO_LINE;
  let ahead = null as Ahead | null;
  for (;;) {
    const cursor = (await readCursor()) ?? NO_LINE;
    if (cursor.seq === 0) keys = new KeysHeld();
    // Another window has put a copy in its place: what this one knew of it counts no more.
    else if (cursor.hash !== at.hash) keys = null;
    const asked = ahead?.hash === cursor.hash ? await ahead.page : undefined;
    const page = asked === undefined ? await linesAfter(cursor) : asked;
    if (!page) {
      await forget();
      continue;
    }
    const { all } = page;
    // Before the first of it is kept: whoever is shown out half-way keeps nothing, either.
    await db.cursor.put(cursor, PULLED);
    if (!newestShown && all - cursor.seq > FAR_BEHIND) {
      await showNewest();
      newestShown = true;
    }
    if (newestShown) tell({ kind: 'copying', share: cursor.seq / all });
    const lines = await page.lines();
    const last = lines.at(-1);
    if (last === undefined) {
      await moveProjections(PROJECTIONS, true);
      await db.newest.clear();
      return;
    }
    const end = { seq: cursor.seq + lines.length, hash: hashOf(last) };
    ahead = end.seq < all ? { hash: end.hash, page: readAhead(end) } : null;
    at = cursor;
    for (let i = 0; i < lines.length; i += TAKEN_TOGETHER) {
      const next = await take(lines.slice(i, i + TAKEN_TOGETHER), at, keys);
      if (!next) break;
      at = next;
    }
  }
}

/** The newest orders first, from the end of the history, while all of it is still to be copied. */
async function showNewest(): Promise<void> {
  const response = await fetchRoute(OWNER_ROUTES.newest, { query: { orders: MOST_NEWEST } });
  if (!response.ok) return;
  const batches = readLines(linesOf(await response.text()));
  const rows = newestRows(batches, await taxNow(), MOST_NEWEST);
  const people = await readPeople([...new Set(rows.orders.map((o) => o.personId))]);
  await db.newest.put({ ...rows, people }, 'here');
}

/** Another history: the mirror is dropped and built anew; drafts are not touched. */
async function forget(): Promise<void> {
  // First: cut short, the rest still says that something is to be forgotten.
  await forgetProjections(PROJECTIONS);
  await db.transaction('rw', MIRRORED, async () => {
    await Promise.all(MIRRORED.map((table) => table.clear()));
  });
  await db.newest.clear();
  moved.postMessage('forgotten' satisfies MirrorMoved);
}

/** @returns where the mirror stands then; null where it had moved on without this */
async function take(lines: string[], after: Cursor, keys: KeysHeld | null): Promise<Cursor | null> {
  const batches = readLines(lines);
  const people = await readPeople([...idsTouched(batches).people.keys()]);
  const taken = await takeLines({ lines, batches, people, hash: hashOf(lines.at(-1) ?? '') }, after, keys);
  if (taken)
    moved.postMessage({
      pieces: taken.pieces,
      people: people.map((p) => p.id),
      seq: taken.cursor.seq,
    } satisfies MirrorMoved);
  return taken?.cursor ?? null;
}

async function readPeople(ids: string[]): Promise<PersonRecord[]> {
  if (ids.length === 0) return [];
  const response = await fetchRoute(OWNER_ROUTES.people, { body: { ids } });
  if (!response.ok) throw new Error(`The shop answered ${response.status}`);
  return ((await response.json()) as { people: PersonRecord[] }).people;
}

/** Resolves when the shop has written more than this mirror holds; rejects when it is lost from sight. */
async function nextNews(): Promise<void> {
  const held = (await readCursor())?.seq ?? 0;
  return new Promise((resolve, reject) => {
    const source = new EventSource(addressOf(OWNER_ROUTES.journalLive, {}));
    let silence: ReturnType<typeof setTimeout>;
    const lost = (): void => {
      stop();
      reject(new Error('The shop is not reached'));
    };
    const stop = (): void => {
      clearTimeout(silence);
      source.close();
    };
    const heard = (): void => {
      clearTimeout(silence);
      silence = setTimeout(lost, SILENT_FOR_MS);
    };
    heard();
    source.addEventListener('beat', heard);
    // This session has ended: asked again, the shop says so.
    source.addEventListener('over', lost);
    source.onmessage = (message) => {
      heard();
      if (Number(message.data) === held) return;
      stop();
      resolve();
    };
    source.onerror = lost;
  });
}
