import { appendFileSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { createHash } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { StorageFailed } from '#core/shop';
import { type Disk, realDisk } from '../../../src/counter/files/disk';
import { openDoorsFile } from '../../../src/counter/files/doorsFile';
import { openPeopleFile } from '../../../src/counter/files/peopleFile';
import { SyncedLog } from '../../../src/counter/files/syncedLog';
import { openVaultFiles } from '../../../src/counter/files/vaultFiles';
import { loadSecrets, renewOwnerKey } from '../../../src/counter/secrets';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'keel-files-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** How a disk fails: half-way through a write as full disks do, in syncing, or so that not even cutting helps. */
type Mood = 'write' | 'sync' | 'write and cut' | null;
function moody(mood: () => Mood): Disk {
  return {
    ...realDisk,
    async openAppend(path, mayCreate) {
      const file = await realDisk.openAppend(path, mayCreate);
      return {
        ...file,
        async write(bytes, position) {
          if (mood()?.startsWith('write')) {
            await file.write(bytes.subarray(0, Math.floor(bytes.length / 2)), position);
            throw new Error('ENOSPC');
          }
          return file.write(bytes, position);
        },
        sync: () => (mood() === 'sync' ? Promise.reject(new Error('EIO')) : file.sync()),
        cut: (length) => (mood() === 'write and cut' ? Promise.reject(new Error('EIO')) : file.cut(length)),
      };
    },
  };
}

test('generated: after any faults, the file holds exactly the lines that were said to be safe, in order', async () => {
  let run = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.tuple(fc.integer({ min: 1, max: 6 }), fc.constantFrom<Mood>(null, null, 'write', 'sync', 'write and cut')),
        { minLength: 1, maxLength: 12 },
      ),
      async (rounds) => {
        const path = join(folder, `log-${(run += 1)}`);
        let fault: Mood = null;
        const log = await SyncedLog.open(
          moody(() => fault),
          path,
          { bytes: 0, keep: 0 },
        );
        const safe: string[] = [];
        let n = 0;
        for (const [count, next] of rounds) {
          fault = next;
          const lines = Array.from({ length: count }, () => `line ${(n += 1)} ${'x'.repeat(n % 50)}`);
          const kept = await Promise.all(
            lines.map((line) =>
              log.append(line).then(
                () => line,
                (error: unknown) => {
                  expect(error).toBeInstanceOf(StorageFailed);
                  return null;
                },
              ),
            ),
          );
          safe.push(...kept.filter((line) => line !== null));
        }
        fault = null;
        await log.append('last');
        await log.close();
        expect(readFileSync(path, 'utf8').trimEnd().split('\n')).toEqual([...safe, 'last']);
      },
    ),
    { numRuns: 60 },
  );
});

test('everything that waits goes out in one write and one sync', async () => {
  let syncs = 0;
  const counting: Disk = {
    ...realDisk,
    async openAppend(path, mayCreate) {
      const file = await realDisk.openAppend(path, mayCreate);
      return { ...file, sync: () => ((syncs += 1), file.sync()) };
    },
  };
  const log = await SyncedLog.open(counting, join(folder, 'log'), { bytes: 0, keep: 0 });
  await Promise.all(Array.from({ length: 100 }, (_, i) => log.append(`line ${i}`)));
  expect(syncs).toBeLessThanOrEqual(2);
  await log.close();
});

describe('people', () => {
  test('found by address as compared, the last record counts, a torn line never happened', async () => {
    const people = await openPeopleFile(folder, realDisk);
    await people.save({ id: 'u1', rev: 1, name: 'Tove', address: 'Tove@Example.org' });
    await people.save({ id: 'u1', rev: 2, name: 'Tove M', address: 'tove.m@example.org' });
    expect(people.find('tove@example.org')).toBeUndefined();
    await people.close();
    appendFileSync(join(folder, 'people.jsonl'), '{"id":"u2","rev":1,"na');
    const again = await openPeopleFile(folder, realDisk);
    expect([...again.all()]).toEqual([{ id: 'u1', rev: 2, name: 'Tove M', address: 'tove.m@example.org' }]);
    expect(again.find(' TOVE.M@example.org ')?.rev).toBe(2);
    await again.save({ id: 'u3', rev: 1, name: 'I', address: 'i@example.org' });
    await again.close();
    expect(readFileSync(join(folder, 'people.jsonl'), 'utf8').trimEnd().split('\n')).toHaveLength(3);
  });

  test('somebody with something under way is not forgotten: record, address and file stay as they were', async () => {
    const people = await openPeopleFile(folder, realDisk);
    await people.save({ id: 'u1', rev: 1, name: 'Tove', address: 'tove@example.org' });
    const before = readFileSync(join(folder, 'people.jsonl'), 'utf8');
    const underWay = (): never => {
      throw new Error('a payment is under way');
    };
    await expect(people.erase('u1', underWay)).rejects.toThrow('a payment is under way');
    expect([people.find('tove@example.org')?.name, people.isGoing('u1')]).toEqual(['Tove', false]);
    expect(readFileSync(join(folder, 'people.jsonl'), 'utf8')).toBe(before);
    await people.erase('u1', () => undefined);
    expect([people.find('tove@example.org'), people.isGoing('u1')]).toEqual([undefined, true]);
    expect(readFileSync(join(folder, 'people.jsonl'), 'utf8')).not.toContain('tove');
    await people.close();
  });
});

describe('doors', () => {
  test('a link opens once, over restarts and pressed twice at once; secrets are not on the disk', async () => {
    const doors = await openDoorsFile(folder, realDisk);
    const secret = await doors.makeLink('u1', 60_000);
    expect(readFileSync(join(folder, 'doors.jsonl'), 'utf8')).not.toContain(secret);
    const both = await Promise.all([doors.useLink(secret, () => true), doors.useLink(secret, () => true)]);
    expect(both.sort()).toEqual([null, 'u1'].sort());
    const device = await doors.makeDevice('u1', 60_000);
    const late = await doors.makeLink('u1', -1);
    await doors.close();
    const again = await openDoorsFile(folder, realDisk);
    expect([
      await again.useLink(secret, () => true),
      await again.useLink(late, () => true),
      again.personOf(device),
      again.personOf(secret),
    ]).toEqual([null, null, 'u1', null]);
    await again.dropDevice(device);
    expect(again.personOf(device)).toBeNull();
    await again.close();
  });
});

describe('vault', () => {
  test('keeps a file only when its bytes are what its name says; the same file twice is one', async () => {
    const vault = openVaultFiles(folder);
    const bytes = Buffer.from('six calls from one reed bed');
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    expect(await vault.put(sha256, Readable.from([bytes.subarray(0, 5), Buffer.from('else')]))).toBe(false);
    expect(vault.has(sha256)).toBe(false);
    const broken = new Readable({
      read() {
        this.destroy(new Error('the line went dead'));
      },
    });
    await expect(vault.put(sha256, broken)).rejects.toThrow('dead');
    expect(vault.has(sha256)).toBe(false);
    expect(
      await Promise.all([vault.put(sha256, Readable.from([bytes])), vault.put(sha256, Readable.from([bytes]))]),
    ).toEqual([true, true]);
    expect(readFileSync(vault.pathOf(sha256))).toEqual(bytes);
  });
});

test('secrets are made once, unlike each other, and read back', async () => {
  const first = await loadSecrets(folder, realDisk);
  expect(await loadSecrets(folder, realDisk)).toEqual({ secrets: first.secrets, isNew: false });
  expect([first.isNew, new Set(Object.values(first.secrets)).size]).toEqual([true, Object.keys(first.secrets).length]);
  expect(statSync(join(folder, 'secrets.json')).mode & 0o077).toBe(0);
  // Another key for the owner, and nothing else.
  const key = await renewOwnerKey(folder, realDisk);
  expect(await loadSecrets(folder, realDisk)).toEqual({ secrets: { ...first.secrets, ownerKey: key }, isNew: false });
  for (const broken of ['{"ownerKey":"x"}', '{"owner', '']) {
    writeFileSync(join(folder, 'secrets.json'), broken);
    await expect(loadSecrets(folder, realDisk)).rejects.toThrow(/secrets\.json cannot be read\. Nothing was changed/);
  }
});
