import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Upload } from 'tus-js-client';
import { openShop, ownerOf, type TestShop } from '../../support/counter';

// Files that come in pieces, by the open tus protocol (https://tus.io/protocols/resumable-upload, 1.0.0) and its own client.
let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const shaOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const cookie = (): string => [...shop.owner.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
const headers = (): Record<string, string> => ({ 'x-keel': '1', origin: shop.counter.address, cookie: cookie() });
const vault = (): string => join(shop.folder, 'vault');
const kept = (sha256: string): Buffer => readFileSync(join(vault(), sha256.slice(0, 2), sha256));

interface Sent {
  bytes: Uint8Array;
  sha256?: string;
  begun?: boolean;
  /** Stops for good once so much has been sent. */
  cutAt?: number;
}

/** @returns 'sent', 'cut', or the status it was refused with; and how much this client sent */
function send({ bytes, sha256 = shaOf(bytes), begun = false, cutAt = Infinity }: Sent) {
  const endpoint = `${shop.counter.address}/owner/api/uploads`;
  let first: number | null = null;
  return new Promise<{ how: string; from: number }>((resolve, reject) => {
    const upload = new Upload(Buffer.from(bytes), {
      endpoint,
      uploadUrl: begun ? `${endpoint}/${sha256}` : null,
      metadata: { sha256 },
      headers: headers(),
      chunkSize: 100_000,
      retryDelays: [],
      storeFingerprintForResuming: false,
      onProgress(done) {
        first ??= done;
        if (done >= cutAt) void upload.abort().then(() => resolve({ how: 'cut', from: first ?? 0 }), reject);
      },
      onSuccess: () => resolve({ how: 'sent', from: first ?? 0 }),
      onError: (error) =>
        resolve({
          how:
            'originalResponse' in error ? String(error.originalResponse?.getStatus() ?? error.message) : error.message,
          from: first ?? 0,
        }),
    });
    upload.start();
  });
}
const begunOf = async (sha256: string) =>
  (await shop.owner.act<{ missing: string[]; begun: string[] }>('/vault/missing', { files: [sha256] })).body;

test('cut off in the middle, by the line or by a closed window and a restarted shop, it goes on and is whole in the end', async () => {
  const bytes = randomBytes(1_000_000);
  const sha256 = shaOf(bytes);
  expect(await begunOf(sha256)).toEqual({ missing: [sha256], begun: [] });
  expect((await send({ bytes, cutAt: 350_000 })).how).toBe('cut');
  expect(await begunOf(sha256)).toEqual({ missing: [sha256], begun: [sha256] });
  await shop.restart();
  shop.owner = await ownerOf(shop.counter);
  // Another window, which knows nothing of the first, begins where that one ended.
  const { how, from } = await send({ bytes, begun: true });
  expect(how).toBe('sent');
  expect(from).toBeGreaterThanOrEqual(300_000);
  expect(kept(sha256).equals(bytes)).toBe(true);
  expect(await begunOf(sha256)).toEqual({ missing: [], begun: [] });
  expect(readdirSync(join(vault(), 'coming'))).toEqual([]);
});

test('what is not what it was named as is not kept; the next try begins anew', async () => {
  const bytes = randomBytes(300_000);
  const sha256 = shaOf(randomBytes(10));
  expect((await send({ bytes, sha256 })).how).toBe('422');
  expect(existsSync(join(vault(), sha256.slice(0, 2), sha256))).toBe(false);
  expect(await begunOf(sha256)).toEqual({ missing: [sha256], begun: [] });
  expect(readdirSync(join(vault(), 'coming'))).toEqual([]);
});

test('two windows that send the same file at once leave one whole file', async () => {
  const bytes = randomBytes(1_500_000);
  const sha256 = shaOf(bytes);
  await Promise.all([send({ bytes }), send({ bytes })]);
  if ((await begunOf(sha256)).missing.length > 0)
    expect((await send({ bytes, begun: (await begunOf(sha256)).begun.length > 0 })).how).toBe('sent');
  expect(kept(sha256).equals(bytes)).toBe(true);
});

test('nobody without the studio’s door begins, asks about or adds to one; odd names and verbs come to nothing', async () => {
  const bytes = randomBytes(200_000);
  const sha256 = shaOf(bytes);
  await send({ bytes, cutAt: 100_000 });
  const base = `${shop.counter.address}/owner/api/uploads`;
  const tus = { 'tus-resumable': '1.0.0' };
  const ask = (path: string, method: string, more: Record<string, string> = {}, body?: string): Promise<number> =>
    fetch(`${base}${path}`, { method, headers: { ...tus, ...more }, ...(body === undefined ? {} : { body }) }).then(
      (r) => r.status,
    );
  const piece = { 'content-type': 'application/offset+octet-stream', 'upload-offset': '100000' };
  const named = (name: string): Record<string, string> => ({
    'upload-length': '5',
    'upload-metadata': `sha256 ${Buffer.from(name).toString('base64')}`,
  });
  for (const [path, method, more] of [
    [`/${sha256}`, 'HEAD', {}],
    [`/${sha256}`, 'PATCH', piece],
    ['', 'POST', named(sha256)],
  ] as const)
    expect([401, 403]).toContain(await ask(path, method, { ...more }, method === 'HEAD' ? undefined : 'x'));
  // The owner's own cookie from another site's page.
  expect(
    await ask(
      `/${sha256}`,
      'PATCH',
      { ...piece, cookie: cookie(), 'x-keel': '1', origin: 'https://elsewhere.example' },
      'x',
    ),
  ).toBe(403);
  for (const name of ['', '../../secrets', sha256.toUpperCase(), `${sha256}/x`])
    expect(await ask('', 'POST', { ...headers(), ...named(name) })).toBe(400);
  expect(await ask('', 'POST', { ...headers(), ...named(sha256), 'upload-length': '900000000000' })).toBe(413);
  for (const method of ['GET', 'DELETE', 'PUT', 'OPTIONS'])
    expect([404, 405]).toContain(await ask(`/${sha256}`, method, headers()));
  expect(await ask('/..%2f..%2fsecrets', 'HEAD', headers())).toBe(404);
  // A wrong offset adds nothing.
  expect(await ask(`/${sha256}`, 'PATCH', { ...headers(), ...piece, 'upload-offset': '7' }, 'xxxxx')).toBe(409);
  expect((await send({ bytes, begun: true })).how).toBe('sent');
});
