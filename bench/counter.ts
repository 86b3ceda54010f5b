import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { Owner } from '../demo/clients';
import { compareFolder } from '../src/counter/files/compareFolder';
import { realDisk } from '../src/counter/files/disk';
import { openDoorsFile } from '../src/counter/files/doorsFile';
import { lockFolder } from '../src/counter/files/folderLock';
import { openPeopleFile } from '../src/counter/files/peopleFile';
import { openReleaseFiles } from '../src/counter/files/releaseFiles';
import { openVaultFiles } from '../src/counter/files/vaultFiles';
import { serveBuilt } from '../tests/support/browser';
import { FILE_BYTES, releaseContent } from '../tests/support/release';

const SECONDS = 6;
const CONNECTIONS = 20;
const UNFINISHED = 200;

const median = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** The built counter under many checkouts, under bodies that never come, and what its lock and comparison cost at start. */
export async function counter(): Promise<void> {
  const served = await serveBuilt('start');
  const { base } = served;
  const folder = join(served.folder, 'data');
  const owner = new Owner(base);
  await owner.connect(/#key=(\S+)/.exec(served.studio)?.[1] ?? '');
  await owner.upload(FILE_BYTES);
  await owner.publish(null, releaseContent());

  const alone = await healths(base);
  const { pages, beside } = await load(base);
  say(
    `Checkout pages: ${(pages / SECONDS).toFixed(0)} a second over ${CONNECTIONS} connections; /health beside them ${median(beside).toFixed(1)} ms in the median (alone ${median(alone).toFixed(1)} ms), ratio ${(median(beside) / median(alone)).toFixed(1)}.`,
  );

  const before = memoryOf(served.pid);
  const { hostname, port } = new URL(base);
  const sockets = Array.from({ length: UNFINISHED }, () => {
    const socket = connect(Number(port), hostname);
    socket.on('error', () => undefined);
    socket.write(
      `POST /checkout/quote HTTP/1.1\r\nHost: ${hostname}\r\nOrigin: ${base}\r\nContent-Type: application/json\r\nContent-Length: 16000\r\n\r\n${'{"a":"'.padEnd(15_000, 'x')}`,
    );
    return socket;
  });
  await pause(1_000);
  say(`${UNFINISHED} unfinished bodies of 15 kB: ${(memoryOf(served.pid) - before).toFixed(0)} MB more than without.`);
  for (const socket of sockets) socket.destroy();
  await served.stop('keep');

  const begun = performance.now();
  const lock = await lockFolder(folder);
  const locked = performance.now() - begun;
  const own = join(folder, 'test');
  const people = await openPeopleFile(own, realDisk);
  for (let i = 0; i < 20_000; i += 1)
    void people.save({ id: `u_${i}`, rev: 1, name: '', address: `b${i}@example.org` });
  await people.save({ id: 'u_last', rev: 1, name: '', address: 'last@example.org' });
  const state = { people: new Map([...people.all()].map(({ id, rev }) => [id, rev])), release: 1 };
  const doors = await openDoorsFile(own, realDisk);
  const [releases, vault] = [openReleaseFiles(join(own, 'releases'), realDisk), openVaultFiles(join(folder, 'vault'))];
  const from = performance.now();
  const found = compareFolder({ state, people, doors, releases, vault });
  say(
    `At a start: the lock ${locked.toFixed(1)} ms, the comparison of 20,000 people and a release ${(performance.now() - from).toFixed(1)} ms (${found.length} disagree).`,
  );
  await Promise.all([people.close(), doors.close(), lock.release()]);
  rmSync(served.folder, { recursive: true, force: true });
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

async function healths(base: string): Promise<number[]> {
  const all: number[] = [];
  for (const end = performance.now() + 2_000; performance.now() < end; await pause(20)) {
    const begun = performance.now();
    await (await fetch(`${base}/health`)).text();
    all.push(performance.now() - begun);
  }
  return all;
}

/** Buyers in a process of their own, so that only the counter's own waiting is measured. */
async function load(base: string): Promise<{ pages: number; beside: number[] }> {
  const script = `let pages = 0; const end = Date.now() + ${SECONDS * 1_000};
    await Promise.all(Array.from({ length: ${CONNECTIONS} }, async () => { while (Date.now() < end) { await (await fetch(${JSON.stringify(`${base}/field-pack/checkout`)})).text(); pages += 1; } }));
    process.stdout.write(String(pages));`;
  const child = spawn(process.execPath, ['--input-type=module', '-e', script], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let out = '';
  child.stdout.on('data', (piece: Buffer) => (out += piece.toString()));
  const ended = new Promise((resolve) => child.on('exit', resolve));
  await pause(800);
  const beside = [...(await healths(base)), ...(await healths(base))];
  await ended;
  return { pages: Number(out), beside };
}

/** Megabytes that a process stands in, as the kernel counts them; not a number where there is no such file. */
export function memoryOf(pid: number | undefined): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1_024;
  } catch {
    return NaN;
  }
}
