import { DEFAULT_SHOP } from '#core/catalogue';
import { type Release, unsealContent } from '#core/release';
import { allDocuments, documentKey } from '#core/documents';
import { db, writeMeta, type DocumentRow } from './db';
import { readLive } from './ownerApi';

/** Rows for everything a release holds, in its order. */
const rowsOf = (release: Release): DocumentRow[] =>
  allDocuments(unsealContent(release.content)).map(({ kind, id, doc }, i) => ({
    key: documentKey(kind, id),
    kind,
    made: i + 1,
    doc,
  }));

/** Learns what is live. An empty studio begins from it: whoever holds the shop's files holds the shop. */
export async function beginFromShop(): Promise<void> {
  // Asked for, not insisted on: a browser that is short of room should clear others first.
  void navigator.storage?.persist?.().catch(() => false);
  const live = await readLive().catch(async (error: unknown) => {
    // Not reached is not refused: what this browser holds can be gone on with, and waits to be published.
    if (error instanceof TypeError && (await db.documents.count()) > 0) return undefined;
    throw error;
  });
  if (live === undefined) return;
  await db.transaction('rw', db.documents, db.meta, async () => {
    if (live) await writeMeta('live', live);
    else await db.meta.delete('live');
    if ((await db.documents.count()) > 0) return;
    if (live) await db.documents.bulkPut(rowsOf(live));
    else
      await db.documents.put({
        key: 'shop/shop',
        kind: 'shop',
        made: 0,
        doc: { ...DEFAULT_SHOP, zone: Intl.DateTimeFormat().resolvedOptions().timeZone },
      });
  });
}

/** Gives up the drafts here for what is live. */
export async function takeOverLive(): Promise<void> {
  const live = await readLive();
  if (!live) return;
  await db.transaction('rw', db.documents, db.meta, async () => {
    await db.documents.clear();
    await db.documents.bulkPut(rowsOf(live));
    await writeMeta('live', live);
  });
}
