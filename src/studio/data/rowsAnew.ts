import { newestRows } from '#core/mirror';
import { NO_LINE, readCursor } from './cursor';
import { db, type RowsMade } from './db';
import { follows, hashOf, lastLinesHere, linesHereAfter, readLines } from './history';
import { KeysHeld } from './keysHeld';
import { MIRRORED, moveMirror, ROWS_VERSION, taxNow } from './mirrorRows';
import { kept } from './kept';

const MOST_NEWEST = 1_000;
/** Among so many lines the newest orders are looked for, to be shown meanwhile. */
const LOOKED_THROUGH = 20_000;

/** What stays when rows are worked out anew: the history itself, how far it goes, and people, who do not stand in it. */
const STAYS = new Set<unknown>([db.history, db.cursor, db.made, kept.people.singles, kept.people.pieces]);

/** By which version rows were made; that of the first, where nothing says so. */
const madeBy = async (): Promise<RowsMade> => (await db.made.get('rows')) ?? { version: 1, ...NO_LINE };

/** Whether rows are of another version, or are being worked out anew and that was cut short. */
export async function rowsAreOutdated(version = ROWS_VERSION): Promise<boolean> {
  const made = await madeBy();
  return made.version !== version || made.until !== undefined;
}

/**
 * Works rows out anew, some at a time; the newest orders stand in for all until then. Cut short, it goes on where it
 * was. Only one window at a time may do this, and nothing may be taken into the mirror meanwhile (the mirror's worker
 * sees to both). Another window may put a copy in place of everything at any moment: then this stops, since the copy
 * brought its own rows.
 */
export async function makeRowsAnew(version = ROWS_VERSION): Promise<void> {
  let made = await madeBy();
  // Which keys are held is known only while nothing was made before.
  let keys: KeysHeld | null = null;
  if (made.version !== version || made.until === undefined) {
    const newest = newestRows(readLines(await lastLinesHere(LOOKED_THROUGH)), await taxNow(), MOST_NEWEST);
    const people = await kept.people.byIds([...new Set(newest.orders.map(({ personId }) => personId))]);
    made = { version, ...NO_LINE, until: ((await readCursor()) ?? NO_LINE).seq };
    await db.transaction('rw', [...MIRRORED, db.newest], async () => {
      await db.newest.put({ ...newest, people: people.filter((person) => person !== undefined) }, 'here');
      await Promise.all(MIRRORED.filter((table) => !STAYS.has(table)).map((table) => table.clear()));
      await db.made.put(made, 'rows');
    });
    keys = new KeysHeld();
  }
  const tax = await taxNow();
  for (;;) {
    const lines = await linesHereAfter(made.seq);
    if (lines.length === 0) break;
    const batches = readLines(lines);
    const next: RowsMade = { ...made, seq: made.seq + lines.length, hash: hashOf(lines.at(-1) ?? '') };
    const moved = await db.transaction('rw', MIRRORED, async () => {
      if (!(await isStill(made)) || !follows(lines, made.hash)) return false;
      await moveMirror(batches, [], tax, keys);
      await db.made.put(next, 'rows');
      return true;
    });
    if (!moved) return;
    made = next;
  }
  const { until: _, ...whole } = made;
  await db.transaction('rw', db.made, db.newest, async () => {
    if (!(await isStill(made))) return;
    await db.made.put(whole, 'rows');
    await db.newest.clear();
  });
}

/** Whether rows stand where this left them. */
async function isStill({ version, seq, hash, until }: RowsMade): Promise<boolean> {
  const now = await madeBy();
  return now.version === version && now.seq === seq && now.hash === hash && now.until === until;
}
