import { inflateSync } from 'node:zlib';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { degrees, PDFArray, PDFDocument, type PDFPage, PDFRawStream, StandardFonts } from '@cantoo/pdf-lib';
import { Buyer } from '../../../demo/clients';
import { withNameOn } from '../../../src/counter/documents/writeName';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { downloadWith } from '../../support/membership';
import { contentSelling } from '../../support/release';

const LINE = 'Tove Żółw · tove@example.org · order 1001';
const TURNS = [0, 90, 180, 270, -90, 450];

/** Pages turned each way, of which only a part is shown. */
async function pages(more: { locked?: boolean } = {}): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const turn of TURNS) {
    const page = pdf.addPage([400, 600]);
    page.setCropBox(30, 40, 300, 500);
    page.setRotation(degrees(turn));
    page.drawText('The first hour', { x: 100, y: 300, font, size: 12 });
  }
  if (more.locked) pdf.encrypt({ userPassword: 'shut', ownerPassword: 'shut' });
  return pdf.save();
}

/** Where the last text of a page begins, as a reader sees it: from the shown part's lower left corner, upright (ISO 32000-1, 7.7.3.3, 8.3.2). */
function seenAt(page: PDFPage): { x: number; y: number; upright: boolean } {
  const contents = page.node.Contents();
  const streams =
    contents instanceof PDFArray ? contents.asArray().map((ref) => page.doc.context.lookup(ref)) : [contents];
  const text = streams
    .map((stream) =>
      stream instanceof PDFRawStream
        ? inflateSync(stream.getContents()).toString('latin1')
        : (stream?.toString() ?? ''),
    )
    .join('\n');
  const [a = 0, b = 0, , , e = 0, f = 0] = ([...text.matchAll(/((?:-?[\d.e-]+ ){6})Tm/g)].at(-1)?.[1] ?? '')
    .trim()
    .split(' ')
    .map(Number);
  const { x, y, width, height } = page.getCropBox();
  const turn = ((page.getRotation().angle % 360) + 360) % 360;
  const [u, v] = [e - x, f - y];
  const [seenX, seenY, dx] =
    turn === 0
      ? [u, v, a]
      : turn === 90
        ? [v, width - u, b]
        : turn === 180
          ? [width - u, height - v, -a]
          : [height - v, u, -b];
  return { x: Math.round(seenX), y: Math.round(seenY), upright: Math.abs(dx - 1) < 0.01 };
}

test('the line stands at the foot of each page as it is seen, whichever way it is turned and however little of it is shown', async () => {
  const named = await PDFDocument.load((await withNameOn(await pages(), LINE)) ?? new Uint8Array());
  expect(named.getPages().map(seenAt)).toEqual(TURNS.map(() => ({ x: 12, y: 12, upright: true })));
  // Again over what bears a name already, as a buyer of several might have it bound.
  expect(await withNameOn(await named.save(), LINE)).not.toBeNull();
});

test('what cannot be written on is left alone', async () => {
  const whole = await pages();
  for (const bytes of [
    await pages({ locked: true }),
    new TextEncoder().encode('no PDF'),
    new Uint8Array(),
    new TextEncoder().encode('%PDF-1.7\n%%EOF'),
  ])
    expect(await withNameOn(bytes, LINE)).toBeNull();
  expect(await withNameOn(whole.slice(0, whole.length / 3), LINE)).toBeNull();
});

let shop: TestShop;
const FILES: Record<'open' | 'locked', Uint8Array> = { open: new Uint8Array(), locked: new Uint8Array() };
const shaOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

beforeAll(async () => {
  FILES.open = await pages();
  FILES.locked = await pages({ locked: true });
  const base = downloadWith('prd_cards');
  const product = {
    ...base,
    downloads: { limit: 10, linkHours: 24, named: true },
    files: Object.entries(FILES).map(([name, bytes]) => ({
      id: `f_${name}`,
      sha256: shaOf(bytes),
      name: `${name}.pdf`,
      bytes: bytes.length,
      type: 'application/pdf',
    })),
  };
  shop = await openShop();
  for (const bytes of Object.values(FILES)) await shop.owner.upload(bytes);
  const sold = contentSelling([
    { id: 'cards', title: 'Cards', terms: { kind: 'once', amount: '10' }, product: product },
  ]);
  expect((await shop.owner.publish(1, sold)).status).toBe(201);
});
afterAll(() => shop.close());

async function fetchAll(
  name: string,
  address: string,
): Promise<{ bytes: Uint8Array[]; buyer: Buyer; links: string[] }> {
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('cards'), { name, address }, CARD.good);
  const links = await buyer.filesOfThanks('cards');
  const bytes = await Promise.all(
    links.map(async (href) => new Uint8Array(await (await buyer.fetch(href)).arrayBuffer())),
  );
  return { bytes, buyer, links };
}

test('each buyer has a copy of their own, made once; the original stays, a locked one goes out as it is; erased, nothing is left', async () => {
  const tove = await fetchAll('Tove Żółw', 'tove@example.org');
  const ola = await fetchAll('Ola', 'ola@example.org');
  const [mine = new Uint8Array(), locked = new Uint8Array()] = tove.bytes;
  expect(shaOf(locked)).toBe(shaOf(FILES.locked));
  expect(new Set([shaOf(mine), shaOf(ola.bytes[0] ?? mine), shaOf(FILES.open)]).size).toBe(3);
  expect((await PDFDocument.load(mine)).getPages().map(seenAt)[0]).toEqual({ x: 12, y: 12, upright: true });
  const { context } = shop.counter;
  expect(shaOf(readFileSync(context.vault.pathOf(shaOf(FILES.open))))).toBe(shaOf(FILES.open));
  const folder = join(shop.folder, 'test', 'named', context.people.find('tove@example.org')?.id ?? '');
  expect(readdirSync(folder).filter((name) => name.endsWith('.pdf'))).toHaveLength(1);
  // The same again, whole and in part, from the copy that is there; another's link is refused as ever.
  const again = await tove.buyer.fetch(tove.links[0] ?? '', { headers: { range: 'bytes=0-99' } });
  expect(Buffer.from(await again.arrayBuffer()).equals(Buffer.from(mine.slice(0, 100)))).toBe(true);
  expect((await ola.buyer.fetch(tove.links[0] ?? '')).status).toBe(403);
  // A copy that is being made while they are erased is gone with the others, and none is made after.
  const id = context.people.find('tove@example.org')?.id ?? '';
  const original = { path: context.vault.pathOf(shaOf(FILES.open)), sha256: shaOf(FILES.open) };
  const late = context.named.pathOf(id, original, 'another line');
  expect(
    (
      await shop.owner.act('/people/erase', {
        personId: context.people.find('tove@example.org')?.id,
      })
    ).status,
  ).toBeLessThan(300);
  await late;
  expect(await context.named.pathOf(id, original, 'a third line')).toBeNull();
  expect(existsSync(folder)).toBe(false);
});
