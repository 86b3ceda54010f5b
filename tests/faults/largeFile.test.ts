import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { Upload } from 'tus-js-client';
import { openShop, ownerOf, type TestShop } from '../support/counter';

/** 3.9 GB in the long run; a hundredth of that in every other, by the same way. */
const BYTES = process.env['KEEL_FAULTS'] === 'long' ? 3_900_000_000 : 39_000_000;
const CHUNK = Math.round(BYTES / 50);
const LAST = 'the last words of a long film';

let shop: TestShop;
let folder = '';
afterEach(async () => {
  await shop.close();
  await rm(folder, { recursive: true, force: true });
});

/** A file that takes no room here: nothing but its last words were written. */
async function sparse(): Promise<{ path: string; sha256: string }> {
  folder = await mkdtemp(join(tmpdir(), 'keel-large-'));
  const path = join(folder, 'film.mp4');
  const file = await open(path, 'w');
  await file.truncate(BYTES);
  await file.write(LAST, BYTES - LAST.length);
  await file.close();
  const hash = createHash('sha256');
  for await (const piece of createReadStream(path)) hash.update(piece as Buffer);
  return { path, sha256: hash.digest('hex') };
}

/** Sends it as a studio does. @param cutAt stops for good there @returns from where it went on, and how it ended */
function send(
  { path, sha256 }: { path: string; sha256: string },
  cutAt = Infinity,
): Promise<{ from: number; how: string }> {
  const endpoint = `${shop.counter.address}/owner/api/uploads`;
  const cookie = [...shop.owner.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  let from: number | null = null;
  return new Promise((resolve) => {
    const upload = new Upload(createReadStream(path), {
      endpoint,
      uploadUrl: cutAt === Infinity ? `${endpoint}/${sha256}` : null,
      uploadSize: BYTES,
      metadata: { sha256 },
      headers: { 'x-keel': '1', origin: shop.counter.address, cookie },
      chunkSize: CHUNK,
      retryDelays: [],
      storeFingerprintForResuming: false,
      onProgress(done) {
        from ??= done;
        if (done >= cutAt) void upload.abort().then(() => resolve({ from: from ?? 0, how: 'cut' }));
      },
      onSuccess: () => resolve({ from: from ?? 0, how: 'sent' }),
      onError: (error) => resolve({ from: from ?? 0, how: error.message }),
    });
    upload.start();
  });
}

test(`${BYTES.toLocaleString('en')} bytes, cut off after two fifths and the shop started again: only the rest is sent, and its end can be asked for`, async () => {
  shop = await openShop();
  const film = await sparse();
  expect((await send(film, 0.4 * BYTES)).how).toBe('cut');
  await shop.restart();
  shop.owner = await ownerOf(shop.counter);
  const rest = await send(film);
  expect(rest.how).toBe('sent');
  expect(rest.from).toBeGreaterThanOrEqual(0.35 * BYTES);
  const end = await shop.owner.fetch(`/owner/api/vault/${film.sha256}`, {
    headers: { range: `bytes=${BYTES - LAST.length}-` },
  });
  expect([end.status, await end.text(), end.headers.get('content-range')]).toEqual([
    206,
    LAST,
    `bytes ${BYTES - LAST.length}-${BYTES - 1}/${BYTES}`,
  ]);
});
