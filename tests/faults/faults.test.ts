import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { Owner } from '../../demo/clients';
import { seeded } from '../../demo/random';
import type { ClockPort } from '#core/shop';
import { createCounter } from '../../src/counter/createCounter';
import { type Disk, realDisk } from '../../src/counter/files/disk';
import { until } from '../support/counter';
import { endProcesses, startProcess } from '../support/process';
import { FILE_BYTES, releaseContent } from '../support/release';
import { FaultyBuyer } from './buyers';
import { checkFolder } from './checkFolder';
import { moodyService } from './moodyService';

/*
 * Shops that are killed, whose disk fails, and whose payment service is late, silent or down, while people buy. After
 * each run one checker compares everything that lies there with what everybody was told. `npm run test:long` plays 200
 * kills and 100 disk faults.
 */
type Random = ReturnType<typeof seeded>;

const LONG = process.env['KEEL_FAULTS'] === 'long';
const KILLS = LONG ? 200 : 8;
const DISK_RUNS = LONG ? 100 : 6;
const KILLS_A_SHOP = 4;

const folders: string[] = [];
const newFolder = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'keel-fault-'));
  folders.push(folder);
  return folder;
};
afterEach(() => {
  endProcesses();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

async function firstRelease(base: string, key: string): Promise<void> {
  const owner = new Owner(base);
  await owner.connect(key);
  await owner.upload(FILE_BYTES);
  expect((await owner.publish(null, releaseContent())).status).toBe(201);
}

/** The payment service slow to begin, slow to answer, down, or as it should be. */
async function switchService(base: string, key: string, random: Random): Promise<void> {
  const moods = [
    { slowMs: 0, holdAnswerMs: 0, down: false },
    { slowMs: 40, holdAnswerMs: 0, down: false },
    { slowMs: 0, holdAnswerMs: 60, down: false },
    { slowMs: 0, holdAnswerMs: 0, down: true },
  ];
  await fetch(`${base}/standin/payments/switches`, {
    method: 'POST',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    body: JSON.stringify(moods[random.int(moods.length)]),
  }).catch(() => undefined);
}

const WELL = { slowMs: 0, holdAnswerMs: 0, down: false };
const mend = (base: string, key: string): Promise<unknown> =>
  fetch(`${base}/standin/payments/switches`, {
    method: 'POST',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    body: JSON.stringify(WELL),
  });

const toldTo = (buyers: readonly FaultyBuyer[]) => buyers.flatMap((buyer) => buyer.told);

/** Everybody looks until each knows, and nothing is left to be done. */
async function settled(buyers: readonly FaultyBuyer[], base: string, folder: string): Promise<void> {
  await until(async () => {
    await Promise.all(buyers.map((buyer) => buyer.goOn(base)));
    return buyers.every((buyer) => buyer.told.every(({ said }) => said !== 'not-known'));
  }, 'everybody’s answer');
  await until(() => checkFolder(folder, []).every((wrong) => !wrong.includes('were mailed')), 'the receipts');
}

const kills = Array.from({ length: Math.ceil(KILLS / KILLS_A_SHOP) }, (_, i) => i + 1);
describe('killed anywhere', () => {
  test.each(kills)('shop %i: nothing is lost, nothing is double, and everybody was told the truth', async (seed) => {
    const random = seeded(seed * 7_919);
    const folder = newFolder();
    const buyers: FaultyBuyer[] = [];
    for (let kill = 0; kill < KILLS_A_SHOP; kill += 1) {
      const shop = await startProcess(folder);
      if (kill === 0) await firstRelease(shop.base, shop.key);
      const end = setTimeout(() => void shop.kill(), 20 + random.int(500));
      await switchService(shop.base, shop.paymentsKey, random);
      for (let i = 0; i < 6; i += 1) buyers.push(new FaultyBuyer(`b${seed}-${buyers.length}@example.org`, random));
      await Promise.all(buyers.map((buyer) => buyer.goOn(shop.base)));
      await shop.gone;
      clearTimeout(end);
    }
    const last = await startProcess(folder);
    await mend(last.base, last.paymentsKey);
    await settled(buyers, last.base, folder);
    expect(checkFolder(folder, toldTo(buyers))).toEqual([]);
    await last.kill();
  });
});

type Mood = 'well' | 'full' | 'no-sync' | 'read-only' | 'slow';
const MOODS: readonly Mood[] = ['well', 'well', 'full', 'no-sync', 'read-only', 'slow'];

/** A disk that writes half and then no more, syncs nothing, lets nothing be opened, or takes its time. */
function faultyDisk(mood: () => Mood): Disk {
  const fails = (code: string): Promise<never> => Promise.reject(new Error(code));
  return {
    ...realDisk,
    async openAppend(path, mayCreate) {
      if (mood() === 'read-only') return fails('EROFS');
      const file = await realDisk.openAppend(path, mayCreate);
      return {
        ...file,
        async write(bytes, position) {
          if (mood() === 'slow') await new Promise((resolve) => setTimeout(resolve, 15));
          if (mood() === 'read-only') return fails('EROFS');
          if (mood() !== 'full') return file.write(bytes, position);
          await file.write(bytes.subarray(0, Math.floor(bytes.length / 2)), position);
          return fails('ENOSPC');
        },
        sync: () => (mood() === 'no-sync' ? fails('EIO') : file.sync()),
        cut: (length) => (mood() === 'read-only' ? fails('EROFS') : file.cut(length)),
      };
    },
    replace: (path, text) =>
      mood() === 'well' || mood() === 'slow'
        ? realDisk.replace(path, text)
        : fails(mood() === 'full' ? 'ENOSPC' : 'EIO'),
  };
}

const STARTS_AT = Date.parse('2026-06-15T08:00:00.000Z');

/** A clock that is wrong now and then: hours behind, or some minutes ahead. Its steady time goes on as it should. */
function wrongClock(random: Random): ClockPort & { leap(): void } {
  let offMs = 0;
  return {
    now: () => new Date(STARTS_AT + performance.now() + offMs).toISOString(),
    machine: () => performance.now(),
    leap() {
      offMs = random.next() < 0.4 ? 0 : Math.floor((random.next() < 0.5 ? -26 * 60 : 40) * random.next() * 60_000);
    },
  };
}

describe('a disk that fails, and a clock that leaps', () => {
  test.each(Array.from({ length: DISK_RUNS }, (_, i) => i + 1))(
    'run %i: what was not kept was never said, and it goes on when the disk does',
    async (seed) => {
      const random = seeded(seed * 104_729);
      const folder = newFolder();
      let mood: Mood = 'well';
      const clock = wrongClock(random);
      const open = () =>
        createCounter({
          clock,
          dataFolder: folder,
          clientFolder: 'dist/client',
          mode: 'test',
          port: 0,
          disk: faultyDisk(() => mood),
        });
      let counter = await open();
      await firstRelease(counter.address, counter.context.secrets.ownerKey);
      const buyers: FaultyBuyer[] = [];
      for (let round = 0; round < 5; round += 1) {
        const changing = setInterval(() => {
          mood = MOODS[random.int(MOODS.length)] ?? 'well';
          if (random.next() < 0.15) clock.leap();
        }, 25);
        await switchService(counter.address, counter.context.secrets.paymentsKey, random);
        for (let i = 0; i < 5; i += 1) buyers.push(new FaultyBuyer(`d${seed}-${buyers.length}@example.org`, random));
        await Promise.all(buyers.map((buyer) => buyer.goOn(counter.address)));
        clearInterval(changing);
        mood = 'well';
        await mend(counter.address, counter.context.secrets.paymentsKey);
        if (random.next() < 0.5) {
          await counter.close();
          counter = await open();
          expect(counter.context.standsStill).toBe(false);
        }
      }
      await settled(buyers, counter.address, folder);
      const told = buyers.flatMap((buyer) => buyer.told);
      expect(checkFolder(folder, told)).toEqual([]);
      await counter.close();
    },
  );
});

test.each(LONG ? [1, 2, 3, 4, 5, 6, 7, 8] : [1])(
  'run %i: a service named by its address that answers late, twice, never or with nonsense, and the shop killed beside it',
  async (seed) => {
    const random = seeded(seed * 15_485_863);
    const folder = newFolder();
    // The first start makes the keys that a service is given.
    const first = await startProcess(folder);
    await firstRelease(first.base, first.key);
    await first.kill();
    let base = '';
    const service = await moodyService(
      join(folder, 'outside', 'payments'),
      first,
      () => (base === '' ? null : `${base}/notices/payments`),
      random,
    );
    const start = async () => {
      const shop = await startProcess(folder, { env: { KEEL_PAYMENTS: service.address } });
      base = shop.base;
      return shop;
    };
    const buyers: FaultyBuyer[] = [];
    try {
      for (let round = 0; round < 3; round += 1) {
        const shop = await start();
        expect((await fetch(`${shop.base}/standin/payments/sample-cards`)).status).toBe(404);
        for (let i = 0; i < 8; i += 1) buyers.push(new FaultyBuyer(`s${seed}-${buyers.length}@example.org`, random));
        await Promise.all(buyers.map((buyer) => buyer.goOn(shop.base)));
        await shop.kill();
      }
      service.mend();
      const last = await start();
      await settled(buyers, last.base, folder);
      expect(checkFolder(folder, toldTo(buyers))).toEqual([]);
      for (const mood of ['late', 'never', 'nonsense', 'strange', 'twice'])
        expect([mood, (service.moods.get(mood) ?? 0) > 0]).toEqual([mood, true]);
      await last.kill();
    } finally {
      await service.close();
    }
  },
);

test('the checker bites: a lost order, a double number, a lie and a stranger are each seen', async () => {
  const folder = newFolder();
  const counter = await createCounter({ dataFolder: folder, clientFolder: 'dist/client', mode: 'test', port: 0 });
  await firstRelease(counter.address, counter.context.secrets.ownerKey);
  const random = seeded(3);
  const buyers = Array.from({ length: 8 }, (_, i) => new FaultyBuyer(`c${i}@example.org`, random));
  await Promise.all(buyers.map((buyer) => buyer.goOn(counter.address)));
  await settled(buyers, counter.address, folder);
  await counter.close();
  const told = buyers.flatMap((buyer) => buyer.told);
  expect(checkFolder(folder, told)).toEqual([]);
  const [paid] = told.filter(({ said }) => said === 'paid');
  const [not] = told.filter(({ said }) => said === 'nothing-charged');
  if (!paid || !not) throw new Error('both kinds');
  expect(checkFolder(folder, [{ ...paid, said: 'nothing-charged' }])).toHaveLength(1);
  expect(checkFolder(folder, [{ ...not, said: 'paid' }])).toHaveLength(1);
  expect(checkFolder(folder, [{ ...paid, address: 'x@example.org' }])).toHaveLength(1);
  const { readFileSync, writeFileSync } = await import('node:fs');
  const damage = (name: string, change: (text: string) => string): string[] => {
    const path = join(folder, name);
    const whole = readFileSync(path, 'utf8');
    writeFileSync(path, change(whole));
    const wrong = checkFolder(folder, told);
    writeFileSync(path, whole);
    return wrong;
  };
  const lines = (text: string): string[] => text.trimEnd().split('\n');
  expect(
    damage(
      'test/journal.jsonl',
      (text) =>
        lines(text)
          .filter((l) => !l.includes('order.paid'))
          .join('\n') + '\n',
    ).length,
  ).toBeGreaterThan(2);
  expect(damage('test/journal.jsonl', (text) => text.replace('"number":1002', '"number":1001')).join()).toContain(
    'has the number 1001',
  );
  expect(damage('test/people.jsonl', () => '').join()).toContain('is not on record');
  expect(
    damage('outside/payments/service.jsonl', (text) => text.replaceAll('"status":"paid"', '"status":"voided"')).join(),
  ).toContain('took nothing for it');
});
