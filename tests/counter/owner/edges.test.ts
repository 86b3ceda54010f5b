import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { PDFDocument } from '@cantoo/pdf-lib';
import { allCountries, compareAddress, isAddress, isCountry, readPostal } from '#core/people';
import { Buyer } from '../../../demo/clients';
import { createDrawer } from '../../../src/counter/documents/drawBeside';
import { nameBeside } from '../../../src/counter/documents/nameBeside';
import { openNamedCopies } from '../../../src/counter/files/namedCopies';
import { openPapersFiles } from '../../../src/counter/files/papersFiles';
import { ownEnvironment } from '../../../src/counter/owner/finishedShop';
import { CARD, openShop, ownerOf, type TestShop, until } from '../../support/counter';

// Single doors that were open, each with what goes through it all the same.

let shop: TestShop | null = null;
const folders: string[] = [];
afterEach(async () => {
  await shop?.close();
  shop = null;
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});
const newFolder = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'keel-edge-'));
  folders.push(folder);
  return folder;
};

test('the finished shop is started with nothing of the shop’s own: no services, keys, address or folder', () => {
  const given = {
    PATH: '/bin',
    TMPDIR: '/tmp',
    KEEL_PAYMENTS: 'https://real.example',
    KEEL_MAIL: 'https://mail.example',
    KEEL_ADDRESS: 'https://shop.example',
    KEEL_MODE: 'real',
    KEEL_DATA: '/data',
    PAYMENTS_SECRET: 'x',
    NODE_OPTIONS: '--inspect',
  };
  expect(ownEnvironment(given)).toEqual({ PATH: '/bin', TMPDIR: '/tmp' });
});

describe('names on PDFs', () => {
  const PROGRAM = 'dist/server/name.js';
  async function pdf(folder: string): Promise<string> {
    const made = await PDFDocument.create();
    made.addPage([300, 300]);
    const path = join(folder, 'one.pdf');
    writeFileSync(path, await made.save());
    return path;
  }

  test('a process of its own writes it; one that takes too much memory is ended, and the file goes out as it is', async () => {
    const folder = newFolder();
    const [path, out] = [await pdf(folder), join(folder, 'out.pdf')];
    expect(await nameBeside(path, 'Tove', out, { program: PROGRAM })).toBe('named');
    expect((await PDFDocument.load(readFileSync(out))).getPageCount()).toBe(1);
    // Less than any program of this runtime holds.
    expect(await nameBeside(path, 'Tove', join(folder, 'never.pdf'), { program: PROGRAM, mostBytes: 1 << 20 })).toBe(
      'gave-up',
    );
    writeFileSync(path, 'no PDF at all');
    expect(await nameBeside(path, 'Tove', join(folder, 'never.pdf'), { program: PROGRAM })).toBe('cannot');
  });

  test('two at a time; what was given up is tried again, told, and works once it can', async () => {
    const folder = newFolder();
    let [running, most, fails] = [0, 0, 1];
    const named = openNamedCopies(join(folder, 'named'), async (_path, _line, out) => {
      running += 1;
      most = Math.max(most, running);
      await new Promise((resolve) => setTimeout(resolve, 20));
      running -= 1;
      if (fails-- > 0) return 'gave-up';
      writeFileSync(out, 'named');
      return 'named';
    });
    const original = { path: join(folder, 'x.pdf'), sha256: 'a'.repeat(64) };
    const first = await Promise.all(Array.from({ length: 6 }, (_, i) => named.pathOf(`u${i}`, original, 'line')));
    expect(most).toBe(2);
    expect(first.filter((path) => path === null)).toHaveLength(1);
    expect([...named.givenUp()]).toEqual([original.sha256]);
    expect(await named.pathOf('u0', original, 'line')).not.toBeNull();
  });
});

test('a paper is drawn in a thread; asked for by many at once it is drawn once, kept, and gone with its person', async () => {
  const paper = {
    shop: 'School',
    heading: 'Certificate',
    title: 'T',
    says: 'Tove has',
    on: '1 June',
    number: '1',
    at: '2026-06-15T08:00:00.000Z' as const,
  };
  const draw = createDrawer('dist/server/draw.js');
  let drawn = 0;
  const folder = newFolder();
  const papers = openPapersFiles(folder, (what) => {
    drawn += 1;
    return draw(what);
  });
  const ask = () => papers.of('u1', { kind: 'certificate', paper });
  const all = await Promise.all(Array.from({ length: 16 }, ask));
  expect(all.every((bytes) => Buffer.from(bytes).subarray(0, 5).toString() === '%PDF-')).toBe(true);
  await ask();
  expect(drawn).toBe(1);
  await papers.of('u1', { kind: 'certificate', paper: { ...paper, says: 'Tove M has' } });
  expect(drawn).toBe(2);
  await papers.forget('u1');
  expect(existsSync(join(folder, 'u1'))).toBe(false);
});

test('addresses: one mailbox is one person, however it is typed; what nobody can see is refused', () => {
  // UTS 46 maps width and case; IDNA writes other scripts in ASCII.
  expect(compareAddress('tove@ｅxample.org')).toBe('tove@example.org');
  expect(compareAddress('tove@ex\u00adam\u200bple.org')).toBe('tove@example.org');
  expect(compareAddress('Tove@BÜCHER.example')).toBe('tove@xn--bcher-kva.example');
  expect(compareAddress('tove@example.org')).not.toBe(compareAddress('to.ve@example.org'));
  const wrong = [
    'tove@ex\u00adample.org',
    'to\u200bve@example.org',
    'tove@example..org',
    'tove@.example.org',
    'tove@example',
    'tove@127.0.0.1',
    'tove@ex%61mple.org',
    'tove@exa/mple.org',
  ];
  expect(wrong.filter(isAddress)).toEqual([]);
  const right = [
    'tove@example.org',
    'to.ve+x@sub.example.co.uk',
    'tove@bücher.example',
    'τόβε@example.org',
    'tove@ｅxample.org',
  ];
  expect(right.filter((address) => !isAddress(address))).toEqual([]);
});

test('countries are those of ISO 3166-1: the runtime’s own data names each, and none of the made-up ones', () => {
  // Source: CLDR region names as this runtime holds them; codes without a name come back as they are.
  const names = new Intl.DisplayNames(['en'], { type: 'region' });
  expect(allCountries()).toHaveLength(249);
  expect(allCountries().filter((code) => names.of(code) === code)).toEqual([]);
  expect(['ZZ', 'EU', 'UK', 'XK', 'AN', 'QO', 'en', 'US '].filter(isCountry)).toEqual([]);
  const to = (country: string) => readPostal({ name: 'T', street: 'S 1', more: '', postcode: '1', city: 'C', country });
  expect([to('PT')?.country, to('ZZ')]).toEqual(['PT', null]);
});

test('a day no calendar can say is refused in a sentence, and nobody is given anything', async () => {
  shop = await openShop();
  for (const until of ['9999-12-31', '2200-01-01']) {
    const answered = await shop.owner.act<{ code: string }>('/access/give', {
      lines: [{ address: 'a@example.org', name: 'A', productId: 'prd_x', until }],
      reason: '',
      mail: false,
      tryOnly: false,
    });
    expect(answered.status).toBe(422);
  }
});

test('a helper’s stream ends when they are shown out', async () => {
  shop = await openShop();
  const owner = await ownerOf(shop.counter);
  const streamed = await owner.fetch('/owner/api/journal/live');
  const reader = streamed.body?.getReader();
  const text = new TextDecoder();
  let heard = '';
  const reading = (async () => {
    for (;;) {
      const piece = await reader?.read();
      if (!piece || piece.done) return;
      heard += text.decode(piece.value);
    }
  })();
  await until(() => heard.includes('data:'), 'the stream');
  const { doors } = shop.counter.context;
  for (const { id } of doors.sessionsOf('owner')) await doors.endSession('owner', id);
  await reading;
  expect(heard).toContain('event: over');
});

test('the bank’s page can be neither framed nor answered from elsewhere', async () => {
  shop = await openShop();
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('field-pack'), { name: 'T', address: 't@example.org' }, CARD.bank);
  const [charge] = [...shop.counter.context.runner.state.charges.values()];
  const confirmAt = charge?.status === 'waits-for-bank' && 'confirmAt' in charge ? String(charge.confirmAt) : '';
  expect(confirmAt).not.toBe('');
  const page = await buyer.fetch(confirmAt);
  expect(page.headers.get('content-security-policy')).toContain("frame-ancestors 'none'");
  const answer = (origin: string) =>
    buyer.fetch(confirmAt, {
      method: 'POST',
      headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
      body: 'answer=approve',
    });
  expect((await answer('https://evil.example')).status).toBe(403);
  expect((await answer('null')).status).toBe(403);
  expect((await answer(shop.counter.address)).status).toBe(303);
});
