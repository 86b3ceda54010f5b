import { randomBytes } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { get } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import express from 'express';
import { simpleParser } from 'mailparser';
import { holderOf, openedTo, rightsOf } from '#core/shop';
import { Buyer, Owner } from '../demo/clients';
import { serveBuilt } from '../tests/support/browser';
import { courseOf, lessonWith, moduleOf, sellingCourse, WEEKLY } from '../tests/support/course';
import { downloadWith, membershipOf, postWith, selling } from '../tests/support/membership';
import { contentSelling, FILE_BYTES } from '../tests/support/release';
import { releaseWith, shopInMemory } from '../tests/support/shopInMemory';
import { memoryOf } from './counter';

const PER_SECOND = 60;
const SECONDS = 6;
const STREAMS = 500;
const FILM_MB = 40;
const LESSONS = 200;
const THINGS = 20;
const POSTS = 300;
const QUESTIONS = 2_000;

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const at = (all: number[], share: number): string =>
  (all.sort((a, b) => a - b)[Math.floor(all.length * share)] ?? 0).toFixed(1);

/** A member's pages at a stated rate beside an empty route, many who watch at once, and what one question of opening costs. */
export async function learning(): Promise<void> {
  await opening();
  await inside();
  const served = await serveBuilt('start');
  const { base } = served;
  const owner = new Owner(base);
  await owner.connect(/#key=(\S+)/.exec(served.studio)?.[1] ?? '');
  const bytes = randomBytes(FILM_MB * 1_000_000);
  const film = {
    id: 'f_film',
    sha256: await owner.upload(bytes),
    name: 'film.mp4',
    bytes: bytes.length,
    type: 'video/mp4',
  };
  const course = courseOf([
    moduleOf(
      'm1',
      Array.from({ length: 30 }, (_, i) =>
        lessonWith(`l${i}`, {
          sample: i === 0,
          ...(i === 0
            ? { blocks: [{ id: 'b', kind: 'film', title: 'Film', file: film, captions: [], poster: null }] }
            : {}),
        }),
      ),
    ),
  ]);
  const sold = { id: 'course', title: 'Hearing Wrens', terms: { kind: 'free' as const, amount: '' }, product: course };
  await owner.upload(FILE_BYTES);
  await owner.publish(null, contentSelling([sold]));
  const buyer = new Buyer(base);
  await buyer.pay(await buyer.openCheckout('hearing-wrens'), { name: 'B', address: 'b@example.org' }, null);

  await buyer.json('/member/api/ask', { address: 'b@example.org' });
  await pause(1_500);
  await buyer.fetch(await wayIn(join(served.folder, 'data')), { method: 'POST' });

  const empty = express();
  empty.get('/', (_req, res) => void res.send('ok'));
  const listening = empty.listen(0);
  const emptyAt = `http://127.0.0.1:${(listening.address() as AddressInfo).port}/`;
  const nothing = await atRate(() => fetch(emptyAt));
  const lesson = await atRate(() => buyer.fetch('/member/course/prd_course/l1'));
  const home = await atRate(() => buyer.fetch('/member/api/me'));
  for (const [name, all] of [
    ['An empty route', nothing],
    ['A lesson of a course of 30', lesson],
    ['What a member’s home asks', home],
  ] as const)
    say(`${name} at ${PER_SECOND} a second: p50 ${at(all, 0.5)} ms, p99 ${at(all, 0.99)} ms.`);
  listening.close();

  const before = memoryOf(served.pid);
  const watching = Array.from({ length: STREAMS }, () => watch(`${base}/-/course/prd_course/l0/f_film?view`));
  let most = 0;
  for (let i = 0; i < 10; i += 1) {
    await pause(500);
    most = Math.max(most, memoryOf(served.pid));
  }
  for (const stop of watching) stop();
  say(
    `${STREAMS} watching a film of ${FILM_MB} MB at once, slowly: ${(most - before).toFixed(0)} MB more than with none.`,
  );
  await served.stop();
}

/** Who may open what, of a course of many lessons. */
async function opening(): Promise<void> {
  const lessons = Array.from({ length: LESSONS / 10 }, (_, m) =>
    moduleOf(
      `m${m}`,
      Array.from({ length: 10 }, (__, l) => lessonWith(`l${m}_${l}`)),
    ),
  );
  const course = courseOf(lessons, { plan: WEEKLY });
  const live = releaseWith([{ kind: 'once', amount: '12' }], { edit: sellingCourse(course) });
  const shop = await shopInMemory(live, '2026-06-15T08:00:00.000Z');
  await shop.order({ i: 0 });
  await shop.goTo('2026-09-15T08:00:00.000Z');
  const begun = performance.now();
  let open = 0;
  for (let i = 0; i < QUESTIONS; i += 1)
    open +=
      openedTo(holderOf(shop.runner.state, 'u1'), course, {
        now: shop.runner.now(),
        zone: 'Europe/Lisbon',
        products: live.content.products,
        history: (id) => shop.runner.history(id),
      })?.parts.size ?? 0;
  const each = ((performance.now() - begun) / QUESTIONS) * 1_000;
  say(
    `Who may open what: ${each.toFixed(0)} µs for one person and ${LESSONS} lessons (${open / QUESTIONS} parts open), ${((each * 10_000) / 1e6).toFixed(1)} s for 10,000 people.`,
  );
}

/** What a member of much may open: a membership of things that open month by month, and years of posts. */
async function inside(): Promise<void> {
  const ids = Array.from({ length: THINGS }, (_, i) => `d${i}`);
  const posts = Array.from({ length: POSTS }, (_, i) => postWith(`p${i}`, '2026-01-01T09:00:00.000Z'));
  const membership = membershipOf('m', ids, {
    plan: { opens: 'every', every: { count: 1, unit: 'month' } },
    posts,
  });
  const edit = selling([...ids.map(downloadWith), membership], 'm');
  const live = releaseWith([{ kind: 'once', amount: '12' }], { edit });
  const shop = await shopInMemory(live, '2026-06-15T08:00:00.000Z');
  await shop.order({ i: 0 });
  const begun = performance.now();
  for (let i = 0; i < QUESTIONS; i += 1) {
    const grounds = {
      now: shop.runner.now(),
      zone: 'Europe/Lisbon',
      products: live.content.products,
      history: (id: string) => shop.runner.history(id),
    };
    rightsOf(holderOf(shop.runner.state, 'u1'), grounds);
  }
  const each = ((performance.now() - begun) / QUESTIONS) * 1_000;
  say(`Everything one member of ${THINGS} things and ${POSTS} posts has a right to: ${each.toFixed(0)} µs.`);
}

/** Begins one request every so often, whether or not those before are answered. @returns how long each took, in ms */
async function atRate(ask: () => Promise<Response>): Promise<number[]> {
  const all: number[] = [];
  const under: Promise<void>[] = [];
  for (let i = 0; i < PER_SECOND * SECONDS; i += 1) {
    const begun = performance.now();
    under.push(
      ask()
        .then((response) => response.text())
        .then(() => void all.push(performance.now() - begun)),
    );
    await pause(1_000 / PER_SECOND);
  }
  await Promise.all(under);
  return all;
}

/** The link of the newest letter that signs in. */
async function wayIn(folder: string): Promise<string> {
  const mail = join(folder, 'outside', 'mail');
  const letters = readdirSync(mail).map((name) => readFileSync(join(mail, name)));
  const texts = await Promise.all(letters.map(async (letter) => (await simpleParser(letter)).text ?? ''));
  return texts.flatMap((text) => /\/member\/enter\/\S+/.exec(text)?.[0] ?? []).at(-1) ?? '';
}

/** Reads a film as a player does that has enough for a while: a piece now and then. @returns how to stop */
function watch(url: string): () => void {
  const request = get(url, { headers: { range: 'bytes=0-' }, agent: false }, (response) => {
    response.pause();
    setInterval(() => void response.read(64_000), 400).unref();
  });
  request.on('error', () => undefined);
  return () => request.destroy();
}
