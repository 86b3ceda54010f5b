import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Course } from '#core/catalogue';
import { PDFDocument } from '@cantoo/pdf-lib';
import { Buyer } from '../../../demo/clients';
import type { Me, QuizJudged } from '../../../src/wire';
import type { LessonView } from '../../../src/pages/learn/view';
import { CARD, openShop, ownerOf, type TestShop } from '../../support/counter';
import { entered } from '../../support/mails';
import { courseOf, lessonWith, moduleOf, quiz, soundFile, WEEKLY } from '../../support/course';
import { contentSelling, FILE_BYTES } from '../../support/release';

const COURSE = '/member/course/prd_course';
const API = '/member/learn/prd_course';
const course: Course = courseOf(
  [
    moduleOf('w1', [
      lessonWith('free', {
        sample: true,
        blocks: [{ id: 'b1', kind: 'sound', title: 'Call', file: soundFile('f_free'), captions: [] }],
      }),
      lessonWith('asked', { quiz: quiz({ tries: 2 }), files: [soundFile('f_asked')] }),
    ]),
    moduleOf('w2', [
      lessonWith('later', { files: [soundFile('f_later')] }),
      lessonWith('far', {
        blocks: [{ id: 'b2', kind: 'film-elsewhere', title: 'Far', url: 'https://films.example.org/x' }],
      }),
      lessonWith('secret', { heldBack: true }),
    ]),
  ],
  { plan: WEEKLY, certificate: true },
);
let shop: TestShop;
let tove: Buyer;
let ola: Buyer;

beforeAll(async () => {
  const content = contentSelling([
    { id: 'course', title: 'Hearing Wrens', terms: { kind: 'once', amount: '64' }, product: course },
  ]);
  shop = await openShop({ content });
  tove = await signedIn('tove@example.org');
  ola = await signedIn('ola@example.org');
});
afterAll(() => shop.close());

/** Somebody who bought the course and came in by a mailed link. */
async function signedIn(address: string): Promise<Buyer> {
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('hearing-wrens'), { name: address.split('@')[0] ?? '', address }, CARD.good);
  await shop.counter.context.runner.settle();
  return entered(shop, address);
}

/** The same browser once the shop has started again. */
function again(before: Buyer): Buyer {
  const buyer = new Buyer(shop.counter.address);
  for (const [name, value] of before.cookies) buyer.cookies.set(name, value);
  return buyer;
}

const idOf = (address: string): string => shop.counter.context.people.find(address)?.id ?? '';
const put = (who: Buyer, path: string, body: unknown): Promise<Response> =>
  who.fetch(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
async function lessonOf(who: Buyer, id: string): Promise<LessonView> {
  const html = await (await who.fetch(`${COURSE}/${id}`)).text();
  return JSON.parse(/id="lesson-data">(.*?)<\/script>/s.exec(html)?.[1] ?? 'null') as LessonView;
}
const answerQuiz = (
  who: Buyer,
  id: string,
  given: object,
): Promise<{ status: number; body: QuizJudged & { code?: string } }> => who.json(`${API}/asked/quiz`, { id, given });
const RIGHT = { q_which: ['a_second'], q_typed: ' A  Wren ' };
const WRONG = { q_which: ['a_first'], q_typed: 'a wren' };

describe('who reads what', () => {
  test('a lesson can be read before its script; its files are fetched in parts under the pass', async () => {
    const html = await (await tove.fetch(`${COURSE}/asked`)).text();
    expect(html.slice(0, html.indexOf('lesson-data'))).toContain('What there is to read in asked.');
    const { files } = await lessonOf(tove, 'asked');
    expect((await tove.fetch(files[0]?.href ?? '')).status).toBe(200);
    const { blocks } = await lessonOf(tove, 'free');
    const played = blocks[0]?.kind === 'sound' ? blocks[0].src : '';
    // RFC 9110, 14.1.2: the last 500 bytes; and beyond the end.
    const part = await tove.fetch(played, { headers: { range: 'bytes=-500' } });
    expect([part.status, part.headers.get('content-range'), (await part.arrayBuffer()).byteLength]).toEqual([
      206,
      `bytes ${FILE_BYTES.length - 500}-${FILE_BYTES.length - 1}/${FILE_BYTES.length}`,
      500,
    ]);
    for (const odd of ['bytes=99999999-', 'bytes=5-2', 'bytes=a-b'])
      expect([200, 206, 416]).toContain((await tove.fetch(played, { headers: { range: odd } })).status);
    // Another member's address opens nothing.
    expect((await ola.fetch(played)).status).toBe(403);
  });

  test('too early, held back, unknown, signed out, another’s: each is told why, and nothing of the lesson', async () => {
    const stranger = new Buyer(shop.counter.address);
    const asked = async (who: Buyer, path: string): Promise<[number, string]> => {
      const response = await who.fetch(path);
      const html = await response.text();
      expect(html).not.toContain('What there is to read in');
      return [response.status, /<h1[^>]*>(.*?)<\/h1>/.exec(html)?.[1] ?? ''];
    };
    expect(await asked(tove, `${COURSE}/later`)).toEqual([403, 'Not unlocked yet']);
    expect(await (await tove.fetch(`${COURSE}/later`)).text()).toContain('unlocks Monday 22 June 2026');
    expect((await asked(tove, `${COURSE}/secret`))[0]).toBe(404);
    expect((await asked(tove, `${COURSE}/nothing`))[0]).toBe(404);
    expect(await asked(stranger, `${COURSE}/asked`)).toEqual([401, 'Sign in to continue']);
    expect((await asked(tove, '/member/course/prd_1'))[0]).toBe(404);
    expect((await asked(stranger, '/-/course/prd_course/asked'))[0]).toBe(404);
    // What its page names is no more than its title.
    expect(await (await tove.fetch(COURSE)).text()).not.toMatch(/secret|What there is to read/);
  });

  test('a free sample opens to everybody, with its files; no other lesson’s file comes that way', async () => {
    const stranger = new Buyer(shop.counter.address);
    const html = await (await stranger.fetch('/-/course/prd_course/free')).text();
    expect(html).toContain('A free sample.');
    expect((await stranger.fetch('/-/course/prd_course/free/f_free?view')).status).toBe(200);
    for (const path of ['free/f_asked', 'asked/f_asked', 'later/f_later', 'secret/f_free'])
      expect((await stranger.fetch(`/-/course/prd_course/${path}`)).status).toBe(404);
    expect(html).not.toContain(`${API}/free`);
    expect((await stranger.json(`${API}/free/done`, {})).status).toBe(401);
  });

  test('right after paying it opens in this browser, without anything of the person whose address was typed', async () => {
    await put(tove, `${API}/free/notes`, { text: 'only mine', before: '' });
    const thief = new Buyer(shop.counter.address);
    await thief.pay(await thief.openCheckout('hearing-wrens'), { name: 'X', address: 'tove@example.org' }, CARD.good);
    const thanks = await (await thief.fetch('/hearing-wrens/thanks')).text();
    expect(thanks).toContain('/-/course/prd_course');
    const html = await (await thief.fetch('/-/course/prd_course/free')).text();
    expect(html).toContain('You have access.');
    expect(html).not.toContain('only mine');
    expect((await thief.fetch('/-/course/prd_course/later')).status).toBe(404);
    expect((await thief.fetch(`${COURSE}/free`)).status).toBe(401);
    await put(tove, `${API}/free/notes`, { text: '', before: 'only mine' });
  });

  test('a film held elsewhere may be framed on its lesson’s page and on no other', async () => {
    shop.counter.context.demoClock?.moveTo('2026-06-22T08:00:00.000Z');
    const policyOf = async (path: string): Promise<string> =>
      (await tove.fetch(path)).headers.get('content-security-policy') ?? '';
    expect(await policyOf(`${COURSE}/far`)).toContain("frame-src 'self' https://films.example.org");
    expect(await policyOf(`${COURSE}/later`)).not.toContain('films');
  });
});

describe('what is done', () => {
  test('pressing marks once; a lesson with a quiz is done by passing it', async () => {
    const home = async (): Promise<string> => {
      const me = (await (await tove.fetch('/member/api/me')).json()) as Extract<Me, { signedIn: true }>;
      return me.things.find(({ course: c }) => c !== null)?.course?.progress ?? '';
    };
    expect(await home()).toBe('0 of 4 done');
    expect((await tove.json(`${API}/free/done`, {})).status).toBe(200);
    expect((await tove.json(`${API}/free/done`, {})).status).toBe(200);
    expect(await tove.json(`${API}/asked/done`, {})).toMatchObject({ status: 409, body: { code: 'quiz-first' } });
    expect(await home()).toBe('1 of 4 done');
    expect((await lessonOf(tove, 'free')).done).toBe(true);
    expect((await lessonOf(ola, 'free')).done).toBe(false);
  });

  test('a quiz says nothing of its answers beforehand; tries are counted once, forged ones judged, and then none is left', async () => {
    const html = await (await tove.fetch(`${COURSE}/asked`)).text();
    for (const told of ['a wren', '"right"', 'The second has the pause']) expect(html).not.toContain(told);
    const first = await answerQuiz(tove, 'try_1', WRONG);
    expect(first.body).toMatchObject({ passed: false, left: 1 });
    expect(first.body.questions).toEqual([
      { id: 'q_which', right: false, why: 'The second has the pause.' },
      { id: 'q_typed', right: true, why: '' },
    ]);
    // Sent again, also with the right answers: it is what it was.
    expect((await answerQuiz(tove, 'try_1', RIGHT)).body).toMatchObject({ passed: false, left: 1 });
    expect(
      (await answerQuiz(tove, 'try_2', { q_which: ['a_first', 'a_second'], q_typed: 'a wren' })).body,
    ).toMatchObject({ passed: false, left: 0 });
    expect(await answerQuiz(tove, 'try_3', RIGHT)).toMatchObject({ status: 409, body: { code: 'no-try-left' } });
    // Whoever passes, passes; two presses at once are one.
    const both = await Promise.all([answerQuiz(ola, 'try_1', RIGHT), answerQuiz(ola, 'try_2', RIGHT)]);
    expect(both.map(({ body }) => body.passed)).toEqual([true, true]);
    const { state } = shop.counter.context.runner;
    expect(state.progress.get(`${idOf('ola@example.org')}/prd_course`)?.passed.size).toBe(1);
    expect(shop.counter.context.learners.get(idOf('ola@example.org')).tries['asked']).toHaveLength(1);
    // Of a lesson that has none, and of one that is not open.
    expect((await tove.json(`${API}/free/quiz`, { id: 'x', given: {} })).status).toBe(404);
    expect((await tove.json(`${API}/secret/quiz`, { id: 'x', given: {} })).status).toBe(403);
  });

  test('all done: a certificate with name, title and number, for nobody else', async () => {
    expect((await ola.fetch('/member/certificates/prd_course.pdf')).status).toBe(404);
    for (const id of ['free', 'later']) await ola.json(`${API}/${id}/done`, {});
    expect(await ola.json(`${API}/far/done`, {})).toMatchObject({ status: 200, body: { finished: true } });
    const pdf = await ola.fetch('/member/certificates/prd_course.pdf');
    expect(pdf.headers.get('content-type')).toBe('application/pdf');
    const paper = await PDFDocument.load(await pdf.arrayBuffer());
    // By the name they bought under: they have given no other.
    expect([paper.getTitle(), paper.getSubject()]).toEqual([
      'Certificate: Hearing Wrens',
      'ola has finished the course “Hearing Wrens”.',
    ]);
    expect((await lessonOf(ola, 'far')).course.mine?.certificate).toBe('/member/certificates/prd_course.pdf');
    expect((await tove.fetch('/member/certificates/prd_course.pdf')).status).toBe(404);
  });
});

describe('what somebody keeps for themselves', () => {
  test('a page of somebody who has left this browser puts nothing down to who came after', async () => {
    const [hers, his] = [(await lessonOf(tove, 'later')).own?.who ?? '', (await lessonOf(ola, 'later')).own?.who ?? ''];
    expect(new Set([hers, his, '']).size).toBe(3);
    expect(hers).not.toContain(idOf('tove@example.org'));
    const mark = (who: string) => tove.json<{ code?: string }>(`${API}/later/done`, {}, { 'keel-who': who });
    expect([(await mark(his)).status, (await lessonOf(tove, 'later')).done]).toEqual([401, false]);
    expect((await mark(hers)).status).toBe(200);
  });

  test('a place in a sound, on whichever device; only of what plays in that lesson', async () => {
    const place = { fileId: 'f_free', seconds: 72.5, speed: 1.25 };
    expect((await put(tove, `${API}/free/place`, place)).status).toBe(204);
    const view = await lessonOf(tove, 'free');
    expect([view.blocks[0], view.own?.speed]).toMatchObject([{ at: 72.5 }, 1.25]);
    expect((await put(tove, `${API}/free/place`, { ...place, fileId: 'f_asked' })).status).toBe(404);
    expect((await put(tove, `${API}/free/place`, { ...place, seconds: -1 })).status).toBe(422);
  });

  test('notes: two devices that both wrote lose nothing; nobody else reads them; erased with their person', async () => {
    const notes = async (text: string, before: string): Promise<string> =>
      ((await (await put(tove, `${API}/free/notes`, { text, before })).json()) as { text: string }).text;
    expect(await notes('the pause!', '')).toBe('the pause!');
    expect(await notes('the pause! 1:12', 'the pause!')).toBe('the pause! 1:12');
    // A phone that has been without a line since before.
    expect(await notes('behind the shed', '')).toBe('the pause! 1:12\n\nbehind the shed');
    expect(await notes('behind the shed', '')).toBe('the pause! 1:12\n\nbehind the shed');
    expect((await lessonOf(ola, 'free')).own?.notes).toBe('');
    await shop.restart();
    tove = again(tove);
    ola = again(ola);
    expect((await lessonOf(tove, 'free')).own?.notes).toBe('the pause! 1:12\n\nbehind the shed');
    const folder = join(shop.folder, 'test', 'learners');
    expect(readdirSync(folder).length).toBeGreaterThan(0);
    const file = join(folder, `${idOf('tove@example.org')}.json`);
    expect(existsSync(file)).toBe(true);
    shop.owner = await ownerOf(shop.counter);
    expect((await shop.owner.act('/people/erase', { personId: idOf('tove@example.org') })).status).toBe(200);
    expect(existsSync(file)).toBe(false);
    expect((await tove.fetch(`${COURSE}/free`)).status).toBe(401);
    // What was on its way for them is not written; what a stop in between had left goes at the next start.
    const [id = ''] = [...shop.counter.context.people.all()].filter((p) => p.erased).map((p) => p.id);
    await shop.counter.context.learners.change(id, (record) => ({ ...record, speed: 2 }));
    expect(existsSync(file)).toBe(false);
    writeFileSync(file, '{"places":{},"speed":1,"notes":{},"tries":{}}');
    await shop.restart();
    expect(existsSync(file)).toBe(false);
    ola = again(ola);
    shop.owner = await ownerOf(shop.counter);
  });

  test('everything of one person as a file: theirs, and of nobody else; no token of a card', async () => {
    const path = `/owner/api/people/${idOf('ola@example.org')}/everything`;
    expect((await ola.fetch(path)).status).toBe(401);
    await put(ola, `${API}/free/notes`, { text: 'behind the fence', before: '' });
    const text = await (await shop.owner.fetch(path)).text();
    const all = JSON.parse(text) as {
      orders: unknown[];
      learning: { finished: { number: number } }[];
      access: unknown[];
    };
    expect([all.orders.length, all.access.length, all.learning[0]?.finished.number]).toEqual([1, 1, 1]);
    for (const theirs of ['ola@example.org', 'behind the fence', '"try_1"']) expect(text).toContain(theirs);
    for (const kept of ['tove', 'the pause!', '"token"']) expect(text).not.toContain(kept);
    expect((await shop.owner.fetch('/owner/api/people/u_nobody/everything')).status).toBe(404);
  });

  test.each(['{"places":', '{"places":[]}'])(
    'a file of theirs that cannot be read is left as it is: %s',
    async (wrong) => {
      const file = join(shop.folder, 'test', 'learners', `${idOf('ola@example.org')}.json`);
      writeFileSync(file, wrong);
      await shop.restart();
      ola = again(ola);
      expect((await put(ola, `${API}/free/notes`, { text: 'x', before: '' })).status).toBe(500);
      expect(readFileSync(file, 'utf8')).toBe(wrong);
    },
  );
});

test('a sound replaced while somebody listens: what is asked for on the way is never of two files', async () => {
  const vera = await signedIn('vera@example.org');
  const { blocks } = await lessonOf(vera, 'free');
  const src = blocks[0]?.kind === 'sound' ? blocks[0].src : '';
  const begun = await vera.fetch(src, { headers: { range: 'bytes=0-99' } });
  const tag = begun.headers.get('etag') ?? '';
  expect([begun.status, tag]).toEqual([206, expect.stringMatching(/^"/)]);

  const other = new TextEncoder().encode('Another call, recorded anew.\n'.repeat(300));
  shop.owner = await ownerOf(shop.counter);
  await shop.owner.upload(other);
  const live = shop.counter.context.runner.state.release ?? 0;
  const content = structuredClone(shop.counter.context.releases.get(live)?.content);
  const taught = content?.products.find(({ id }) => id === 'prd_course');
  const block = taught?.kind === 'course' ? taught.modules[0]?.lessons[0]?.blocks[0] : undefined;
  if (!content || block?.kind !== 'sound') throw new Error('the course has a sound');
  const sha256 = createHash('sha256').update(other).digest('hex');
  Object.assign(block.file, { sha256, bytes: other.length });
  expect((await shop.owner.publish(live, content)).status).toBe(201);

  // RFC 9110, 13.1.5: the part is of another file by now, so all of that comes.
  const rest = await vera.fetch(src, { headers: { range: 'bytes=100-199', 'if-range': tag } });
  expect([rest.status, (await rest.arrayBuffer()).byteLength]).toEqual([200, other.length]);
  expect(rest.headers.get('etag')).not.toBe(tag);
  const anew = await vera.fetch(src, { headers: { range: 'bytes=0-6' } });
  expect([anew.status, await anew.text()]).toEqual([206, 'Another']);
});
