import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { MAY_ALL } from '#core/helpers';
import type { LessonId } from '#core/ids';
import type { PersonRecord } from '#core/people';
import { openAcceptedFile } from '../../src/counter/files/acceptedFile';
import { openBusyFile } from '../../src/counter/files/busyFile';
import { type Disk, diskOver, realDisk } from '../../src/counter/files/disk';
import { openDoorsFile } from '../../src/counter/files/doorsFile';
import { type FileCalls, nodeFileCalls, type OpenFile } from '../../src/counter/files/fileCalls';
import { openHelpersFile } from '../../src/counter/files/helpersFile';
import { rememberHost } from '../../src/counter/files/hostsFile';
import { journalFile } from '../../src/counter/files/journalFile';
import { openLearnersFiles } from '../../src/counter/files/learnersFiles';
import { openPeopleFile } from '../../src/counter/files/peopleFile';
import { openPresence } from '../../src/counter/files/presence';
import { openReleaseFiles } from '../../src/counter/files/releaseFiles';
import { loadSecrets } from '../../src/counter/secrets';
import { release } from '../support/release';

// Every error code, at every call to the operating system, of every file that must not be lost. Whatever fails: what was
// said to be written is there afterwards, what was there before is there, and nothing is there that nobody wrote.

const CALLS = [
  'open',
  'read',
  'write',
  'half-write',
  'datasync',
  'sync',
  'truncate',
  'stat',
  'close',
  'rename',
  'rm',
  'mkdir',
  'readSync',
] as const;
type Call = (typeof CALLS)[number];
/** Those a Linux file system may answer with (open(2), read(2), write(2), fsync(2), rename(2), ftruncate(2), close(2)). */
const CODES = [
  'EIO',
  'ENOSPC',
  'EDQUOT',
  'EMFILE',
  'ENFILE',
  'EACCES',
  'EPERM',
  'EROFS',
  'ENOMEM',
  'EFBIG',
  'EBUSY',
  'EINTR',
  'EAGAIN',
  'ENOENT',
  'EBADF',
  'ESTALE',
];

/** Calls of which one fails, the nth of its kind; from then on all are well again, or all of its kind fail. */
function failing(call: Call, nth: number, code: string, forGood: boolean): { calls: FileCalls; met: () => boolean } {
  let seen = 0;
  const fails = (which: Call): boolean => which === call && (forGood ? ++seen >= nth : ++seen === nth);
  const error = (): Error => Object.assign(new Error(`${code}: injected`), { code });
  const may = async (which: Call): Promise<void> => {
    if (fails(which)) throw error();
  };
  const open: FileCalls['open'] = async (path, flags, mode) => {
    await may('open');
    const file = await nodeFileCalls.open(path, flags, mode);
    const faulty: OpenFile = {
      read: async (...args) => (await may('read'), file.read(...args)),
      async write(bytes, offset, length, position) {
        await may('write');
        if (!fails('half-write')) return file.write(bytes, offset, length, position);
        await file.write(bytes, offset, Math.floor(length / 2), position);
        throw error();
      },
      datasync: async () => (await may('datasync'), file.datasync()),
      sync: async () => (await may('sync'), file.sync()),
      truncate: async (length) => (await may('truncate'), file.truncate(length)),
      stat: async () => (await may('stat'), file.stat()),
      // Linux frees the descriptor whatever close says (close(2)).
      close: async () => (await file.close(), may('close')),
    };
    return faulty;
  };
  return {
    met: () => seen >= nth,
    calls: {
      open,
      rename: async (from, to) => (await may('rename'), nodeFileCalls.rename(from, to)),
      rm: async (path) => (await may('rm'), nodeFileCalls.rm(path)),
      mkdir: async (path) => (await may('mkdir'), nodeFileCalls.mkdir(path)),
      readSync(path) {
        if (fails('readSync')) throw error();
        return nodeFileCalls.readSync(path);
      },
    },
  };
}

/** What a file may hold: values by name; one that was asked for and refused may be there or not. */
interface Kept {
  /** Opens the file, writes values under these names one after the other, closes. @param said told of each what came of it */
  use(disk: Disk, folder: string, names: readonly string[], said: (name: string, ok: boolean) => void): Promise<void>;
  /** What is there now. */
  all(folder: string): Promise<string[]>;
  /** Whether each writing takes the place of the one before. */
  replaces: boolean;
}

const person = (name: string): PersonRecord => ({ id: `u_${name}`, rev: 1, name, address: `${name}@example.org` });
const tried = (act: Promise<unknown>): Promise<boolean> =>
  act.then(
    () => true,
    () => false,
  );

const KEPT: Record<string, Kept> = {
  'journal.jsonl and head.json': {
    replaces: false,
    async use(disk, folder, names, said) {
      const journal = journalFile(folder, disk);
      let seq = 0;
      const read = async (): Promise<void> => {
        seq = 0;
        for await (const batch of journal.read()) seq = batch.seq;
      };
      await read();
      try {
        for (const name of names) {
          const event = { type: 'journal.resumed', v: 1, data: { why: name } } as never;
          const ok = await tried(journal.append({ seq: seq + 1, at: '2026-06-15T08:00:00.000Z', events: [event] }));
          said(name, ok);
          // As the runner does: nothing follows a failure before the history has been read again.
          if (ok) seq += 1;
          else await read();
        }
      } finally {
        await tried(journal.close());
      }
    },
    async all(folder) {
      const journal = journalFile(folder, realDisk);
      const found: string[] = [];
      for await (const { events } of journal.read()) found.push(String((events[0]?.data as { why: string }).why));
      expect(journal.problems.filter(({ code }) => code !== 'torn')).toEqual([]);
      await journal.close();
      return found;
    },
  },
  'people.jsonl, while somebody else is erased': {
    replaces: false,
    async use(disk, folder, names, said) {
      const people = await openPeopleFile(folder, disk);
      try {
        for (const name of names) {
          // Somebody who comes and is forgotten again: the whole file is written anew.
          if (await tried(people.save(person('passing')))) await tried(people.erase('u_passing', () => undefined));
          said(name, await tried(people.save(person(name))));
        }
      } finally {
        await tried(people.close());
      }
    },
    async all(folder) {
      const people = await openPeopleFile(folder, realDisk);
      expect(people.unreadable).toEqual([]);
      const found = [...people.all()].filter(({ id }) => id !== 'u_passing').map(({ name }) => name);
      await people.close();
      return found;
    },
  },
  'doors.jsonl': {
    replaces: false,
    async use(disk, folder, names, said) {
      const doors = await openDoorsFile(folder, disk);
      try {
        for (const name of names) said(name, await tried(doors.makeDevice('u', 86_400_000, name)));
      } finally {
        await tried(doors.close());
      }
    },
    async all(folder) {
      const doors = await openDoorsFile(folder, realDisk);
      expect(doors.unreadable).toEqual([]);
      const found = doors.sessionsOf('u').map(({ what }) => what);
      await doors.close();
      return found;
    },
  },
  'helpers.json': {
    replaces: false,
    async use(disk, folder, names, said) {
      const helpers = openHelpersFile(folder, disk);
      for (const name of names) {
        const helper = {
          id: name,
          name,
          address: `${name}@example.org`,
          rights: MAY_ALL,
          since: '2026-06-15T08:00:00.000Z',
        };
        said(name, await tried(helpers.put(name, helper)));
      }
    },
    all: async (folder) =>
      openHelpersFile(folder, realDisk)
        .all()
        .map(({ id }) => id),
  },
  'busy.json': {
    replaces: true,
    async use(disk, folder, names, said) {
      const busy = openBusyFile(folder, disk);
      for (const name of names) said(name, await tried(busy.put({ name, stretches: [] })));
    },
    all: async (folder) => [openBusyFile(folder, realDisk).name()],
  },
  'accepted.json': {
    replaces: false,
    async use(disk, folder, names, said) {
      const accepted = openAcceptedFile(folder, disk);
      for (const name of names) said(name, await tried(accepted.add([name])));
    },
    all: async (folder) => JSON.parse(readFileSync(join(folder, 'accepted.json'), 'utf8')) as string[],
  },
  'presence.json': {
    replaces: true,
    async use(disk, folder, names, said) {
      const presence = openPresence(folder, disk);
      for (const name of names) said(name, await tried(presence.note(at(name))));
    },
    all: async (folder) => [String(Number(openPresence(folder, realDisk).last?.slice(11, 13)))],
  },
  'hosts.json': {
    replaces: false,
    async use(disk, folder, names, said) {
      for (const name of names) said(name, await tried(rememberHost(folder, disk, `https://h${name}.example`)));
    },
    all: async (folder) => (await rememberHost(folder, realDisk, undefined)).map((host) => host.slice(1, -8)),
  },
  'secrets.json': {
    replaces: true,
    async use(disk, folder, names, said) {
      // Made once: whatever fails afterwards, the keys stay what they were.
      for (const name of names) said(name, (await tried(loadSecrets(folder, disk))) && false);
    },
    async all(folder) {
      const { secrets } = await loadSecrets(folder, realDisk);
      const known = join(folder, 'was.json');
      if (realDisk.read(known) === null) await realDisk.replace(known, secrets.signing);
      return [String(realDisk.read(known) ?? '') === secrets.signing ? '1' : 'other keys'];
    },
  },
  'a file in learners': {
    replaces: false,
    async use(disk, folder, names, said) {
      const learners = openLearnersFiles(join(folder, 'learners'), disk);
      const note = (name: string) => ({ [name as LessonId]: { text: name, at: '' } });
      for (const name of names)
        said(
          name,
          await tried(learners.change('u', (record) => ({ ...record, notes: { ...record.notes, ...note(name) } }))),
        );
    },
    all: async (folder) => Object.keys(openLearnersFiles(join(folder, 'learners'), realDisk).get('u').notes),
  },
  releases: {
    replaces: false,
    async use(disk, folder, names, said) {
      const releases = openReleaseFiles(join(folder, 'releases'), disk);
      for (const name of names) said(name, await tried(releases.save(release(Number(name)))));
    },
    async all(folder) {
      const releases = openReleaseFiles(join(folder, 'releases'), realDisk);
      return ['1', '2', '3', '4', '5'].filter((name) => releases.get(Number(name)) !== undefined);
    },
  },
};

const at = (name: string): `${string}Z` => `2026-06-15T${name.padStart(2, '0')}:00:00.000Z`;

const folders: string[] = [];
afterEach(() => {
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** What is wrong after one call failed; null where that call never came. */
async function wrongAfter(
  kept: Kept,
  call: Call,
  nth: number,
  code: string,
  forGood: boolean,
): Promise<string[] | null> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-call-'));
  folders.push(folder);
  const known = new Set<string>();
  /** Of each name, whether somebody was told that it is kept. */
  const told = new Map<string, boolean>();
  const said = (name: string, ok: boolean): void => void told.set(name, ok);
  await kept.use(realDisk, folder, ['1'], said);
  for (const name of await kept.all(folder)) known.add(name);
  told.set('1', true);
  const fault = failing(call, nth, code, forGood);
  // What cannot even be opened was used by nobody.
  await kept.use(diskOver(fault.calls), folder, ['2', '3'], said).catch(() => undefined);
  if (!fault.met()) return null;
  await kept.use(realDisk, folder, [], () => undefined);
  const afterwards = await kept.all(folder);
  await kept.use(realDisk, folder, ['4'], said);
  const later = await kept.all(folder);
  const safe = [...told].filter(([, ok]) => ok).map(([name]) => name);
  const wrong: string[] = [];
  if (kept.replaces) {
    // The last that was said to be kept, or one that was refused after it.
    const may = (names: string[]) => new Set(names.slice(names.findLastIndex((name) => told.get(name) === true)));
    const names = [...told.keys()].filter((name) => name !== '4');
    if (!may(names).has(afterwards[0] ?? '')) wrong.push(`holds ${afterwards.join()}`);
  } else {
    for (const name of safe.filter((n) => n !== '4')) if (!afterwards.includes(name)) wrong.push(`${name} is lost`);
    for (const name of afterwards) if (!told.has(name)) wrong.push(`${name} was written by nobody`);
    if (told.get('4') === true && !later.includes('4')) wrong.push('4 is lost');
    if (new Set(afterwards).size !== afterwards.length) wrong.push('something is there twice');
  }
  return wrong.map((what) => `${call} ${nth} ${code}${forGood ? ' for good' : ''}: ${what}`);
}

const LONG = process.env['KEEL_FAULTS'] === 'long';

test.each(Object.keys(KEPT))('%s: whichever call fails, and however, nothing is lost', async (name) => {
  const kept = KEPT[name];
  if (!kept) throw new Error(name);
  const wrong: string[] = [];
  const met = new Set<Call>();
  // All codes at the first call of a kind; of later calls a few, or all in the long run.
  for (const call of CALLS)
    for (const forGood of [false, true])
      for (let nth = 1; ; nth += 1) {
        let came = false;
        for (const code of LONG || (nth === 1 && !forGood) ? CODES : CODES.slice(nth % 4, (nth % 4) + 2)) {
          // The one answer that means what it says: a file that is not there is made.
          if (call === 'readSync' && code === 'ENOENT') continue;
          const found = await wrongAfter(kept, call, nth, code, forGood);
          if (found === null) break;
          came = true;
          met.add(call);
          wrong.push(...found);
        }
        if (!came) break;
      }
  expect(wrong).toEqual([]);
  // A test of calls that never come would say nothing.
  expect([...met]).toEqual(expect.arrayContaining(name === 'secrets.json' ? ['readSync'] : ['open', 'write', 'close']));
});
