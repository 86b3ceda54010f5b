import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Instant } from '#core/calendar';
import { type Release, sealContent, unsealContent } from '#core/release';
import { xml2js } from 'xml-js';
import { Buyer } from '../../../demo/clients';
import type { PostView } from '../../../src/pages/membership/view';
import type { Me, SearchAnswer } from '../../../src/wire';
import { realDisk } from '../../../src/counter/files/disk';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { entered } from '../../support/mails';
import { courseOf, lessonWith, moduleOf, soundFile } from '../../support/course';
import { downloadWith, membershipOf, postWith } from '../../support/membership';
import { contentSelling } from '../../support/release';

const PLACE = '/member/in/prd_hide';
const inside = [
  downloadWith('prd_sounds'),
  downloadWith('prd_maps'),
  courseOf([moduleOf('m', [lessonWith('one'), lessonWith('two')])]),
];
const hide = membershipOf('prd_hide', ['prd_sounds', 'prd_course', ['prd_maps', { opens: 'on', date: '2026-06-20' }]], {
  title: 'The Hide',
  posts: [
    postWith('po_may', '2026-05-01T09:00:00.000Z'),
    postWith('po_june', '2026-06-01T09:00:00.000Z', {
      blocks: [{ id: 'b_call', kind: 'sound', title: 'Call', file: soundFile('f_call'), captions: [] }],
    }),
    postWith('po_planned', '2026-06-16T09:00:00.000Z'),
    postWith('po_held', '2026-05-02T09:00:00.000Z', { heldBack: true }),
  ],
});
let shop: TestShop;
/** No room on the disk for what people keep for themselves. */
let full = false;
let bought: Buyer;
let tove: Buyer;

beforeAll(async () => {
  const content = contentSelling([
    ...inside.map((product) => ({
      id: product.id,
      title: product.title,
      terms: { kind: 'once', amount: '10' } as const,
      product,
    })),
    { id: 'hide', title: 'The Hide', terms: { kind: 'subscription', amount: '19' }, product: hide },
  ]);
  shop = await openShop({
    content,
    disk: {
      ...realDisk,
      replace: (path, text) =>
        full && path.includes('learners') ? Promise.reject(new Error('no room')) : realDisk.replace(path, text),
    },
  });
  bought = new Buyer(shop.counter.address);
  await bought.pay(await bought.openCheckout('the-hide'), { name: 'Tove', address: 'tove@example.org' }, CARD.good);
  await shop.counter.context.runner.settle();
  tove = await entered(shop, 'tove@example.org');
});
afterAll(() => shop.close());

const go = (to: Instant): void => void shop.counter.context.demoClock?.moveTo(to);
const text = async (who: Buyer, path: string): Promise<string> => (await who.fetch(path)).text();
const status = async (who: Buyer, path: string): Promise<number> => (await who.fetch(path)).status;
const fileHrefs = (html: string): string[] =>
  [...html.matchAll(/href="(\/get\/[^"]+)"/g)].map(([, href]) => href ?? '');
async function home(who: Buyer) {
  const me = (await (await who.fetch('/member/api/me')).json()) as Extract<Me, { signedIn: true }>;
  return me.things.find(({ membership }) => membership !== null)?.membership;
}

test('right after paying it is read in the same browser, posts and what stands in it; others are asked to sign in', async () => {
  const page = await text(bought, '/-/in/prd_hide');
  expect(page).toContain('Post po_june');
  expect(page).not.toMatch(/po_planned|po_held|po_may<\/h1>/);
  expect(page).toContain('unlocks Saturday 20 June 2026');
  const [file] = fileHrefs(page);
  expect(await status(bought, file ?? '')).toBe(200);
  expect(await text(bought, '/-/in/prd_hide/po_may')).toContain('What there is to read in po_may.');
  expect(await text(bought, '/-/course/prd_course/one')).toContain('What there is to read in one.');
  const stranger = new Buyer(shop.counter.address);
  for (const path of ['/-/in/prd_hide', '/-/in/prd_hide/po_may', '/-/course/prd_course/one', '/-/in/prd_sounds'])
    expect(await status(stranger, path)).toBe(404);
  expect([await status(stranger, PLACE), await status(stranger, file ?? '')]).toEqual([401, 403]);
});

test('a member reads posts and what stands in it; too early, held back, unknown and another’s are told apart from it', async () => {
  expect(await text(tove, `${PLACE}/po_may`)).toContain('What there is to read in po_may.');
  for (const [path, code] of [
    [`${PLACE}/po_planned`, 404],
    [`${PLACE}/po_held`, 404],
    [`${PLACE}/nothing`, 404],
    ['/member/in/prd_course', 404],
    ['/member/in/prd_maps', 404],
    ['/member/course/prd_maps', 403],
  ] as const) {
    const response = await tove.fetch(path);
    expect([path, response.status]).toEqual([path, code]);
    expect(await response.text()).not.toContain('What there is to read in');
  }
  // A course that stands in it is theirs to learn; what they do is kept.
  expect((await tove.json('/member/learn/prd_course/one/done', {})).status).toBe(200);
  expect(await text(tove, PLACE)).toContain('1 of 2 done');
  expect(await home(tove)).toMatchObject({ goOn: [{ title: 'Hearing Wrens', progress: '1 of 2 done' }] });
  // Where it is open by a membership says so.
  const ola = new Buyer(shop.counter.address);
  await ola.pay(await ola.openCheckout('hearing-wrens'), { name: 'Ola', address: 'ola@example.org' }, CARD.good);
  const other = await entered(shop, 'ola@example.org');
  expect([await status(other, PLACE), await status(other, `${PLACE}/po_may`)]).toEqual([404, 404]);
  expect(await status(other, fileHrefs(await text(tove, PLACE))[0] ?? '')).toBe(403);
});

test('a place in a sound of a post is kept, by its own reader alone', async () => {
  const put = (who: Buyer, post: string, body: object): Promise<number> =>
    who
      .fetch(`${PLACE}/${post}/place`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
      .then((r) => r.status);
  const at = { fileId: 'f_call', seconds: 41, speed: 1.5 };
  expect(await put(tove, 'po_june', at)).toBe(204);
  expect(await put(tove, 'po_june', { ...at, fileId: 'f_other' })).toBe(404);
  expect(await put(tove, 'po_planned', at)).toBe(403);
  expect(await put(new Buyer(shop.counter.address), 'po_june', at)).toBe(401);
  const html = await text(tove, `${PLACE}/po_june`);
  const post = JSON.parse(/id="post-data">(.*?)<\/script>/s.exec(html)?.[1] ?? 'null') as PostView;
  expect(post.blocks[0]).toMatchObject({ kind: 'sound', at: 41 });
  expect(post.own).toMatchObject({ speed: 1.5 });
});

test('what has come since they were here last is new until they come again', async () => {
  expect(await home(tove)).toMatchObject({ fresh: [], freshSaid: '' });
  go('2026-06-16T10:00:00.000Z');
  expect(await home(tove)).toMatchObject({ freshSaid: 'One new post', fresh: [{ title: 'Post po_planned' }] });
  // For the length of a visit it stays so, also on its own page.
  go('2026-06-16T10:20:00.000Z');
  expect((await home(tove))?.fresh).toHaveLength(1);
  expect(await text(tove, PLACE)).toContain('fresh-mark');
  go('2026-06-16T12:00:00.000Z');
  expect((await home(tove))?.fresh).toHaveLength(0);
  expect(await text(tove, PLACE)).not.toContain('fresh-mark');
});

test('where their visit cannot be noted they are shown what is theirs all the same', async () => {
  go('2026-06-16T14:00:00.000Z');
  full = true;
  expect(await home(tove)).toMatchObject({ goOn: [{ title: 'Hearing Wrens' }] });
  expect(await status(tove, PLACE)).toBe(200);
  full = false;
});

test('search looks in what is open to somebody, and in nothing else', async () => {
  const found = async (who: Buyer, question: string): Promise<string[]> => {
    const response = await who.fetch(`/member/api/search?q=${encodeURIComponent(question)}`);
    return ((await response.json()) as SearchAnswer).found.map(({ title, within }) => `${title} in ${within}`);
  };
  expect(await found(tove, 'READ ín')).toEqual([
    'Post po_planned in The Hide',
    'Post po_may in The Hide',
    'Lesson one in Hearing Wrens',
    'Lesson two in Hearing Wrens',
  ]);
  // In a title first; a word's beginning is enough, its middle is not.
  expect(await found(tove, 'po_ma')).toEqual(['Post po_may in The Hide']);
  expect(await found(tove, 'f_prd_sounds')).toEqual(['Download prd_sounds in ']);
  for (const nothing of ['po_held', 'prd_maps', 'ost', '', '%', '(((']) expect(await found(tove, nothing)).toEqual([]);
  const ola = await entered(shop, 'ola@example.org');
  expect(await found(ola, 'read')).toEqual(['Lesson one in Hearing Wrens', 'Lesson two in Hearing Wrens']);
  expect((await new Buyer(shop.counter.address).fetch('/member/api/search?q=read')).status).toBe(401);
});

test('the seller sees what somebody sees, and can do nothing there; no link of theirs goes out, and it is no visit of theirs', async () => {
  const { context } = shop.counter;
  const id = context.people.find('tove@example.org')?.id ?? '';
  const before = structuredClone(context.learners.get(id));
  const base = `/owner/sees/${id}`;
  const me = (await (await shop.owner.fetch(`${base}/me`)).json()) as Extract<Me, { signedIn: true }>;
  expect(me).toMatchObject({
    looksOnly: true,
    address: 'tove@example.org',
    things: [{ title: 'The Hide', open: true }],
  });
  expect(me.agreements.flatMap(({ acts }) => acts)).toEqual([]);
  const pages = ['', `/in/prd_hide`, `/in/prd_hide/po_june`, '/course/prd_course', '/course/prd_course/one'];
  for (const page of pages) {
    const response = await shop.owner.fetch(`${base}${page}`);
    expect([page, response.status]).toEqual([page, 200]);
    expect(await response.text()).not.toMatch(/"\/get\/|\/-\/feed\/|href="\/member\/(in|course|learn)/);
  }
  expect(JSON.stringify(me)).not.toMatch(/"\/get\/|"\/member\/(in|course|learn|papers)/);
  expect(await text(shop.owner as never, `${base}/in/prd_hide/po_june`)).toContain('/owner/api/vault/');
  // What is not open to them is not open there either.
  for (const page of ['/in/prd_hide/po_held', '/course/prd_maps', '/in/prd_course', '/course/prd_course/nothing'])
    expect((await shop.owner.fetch(`${base}${page}`)).status).toBe(404);
  for (const page of [...pages, '/me']) {
    expect([401, 403]).toContain(await status(tove, `${base}${page}`));
    expect([401, 403]).toContain(await status(new Buyer(shop.counter.address), `${base}${page}`));
  }
  const put = await shop.owner.fetch(`${base}/in/prd_hide/po_june/place`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'x-keel': '1', origin: shop.counter.address },
    body: '{}',
  });
  expect(put.status).toBe(405);
  expect(context.learners.get(id)).toEqual(before);
  // Why they can open something that stands in what they have.
  const why = async (product: string): Promise<string> =>
    ((await (await shop.owner.fetch(`/owner/api/people/${id}/why/${product}`)).json()) as { sentence: string })
      .sentence;
  expect(await why('prd_course')).toMatch(/^Tove can open Hearing Wrens .*because of The Hide: order \d+/);
  expect(await why('prd_maps')).toContain('can’t open');
});

test('what is taken out closes at once; paused, everything is closed and says why', async () => {
  const files = fileHrefs(await text(tove, PLACE));
  expect(await status(tove, files[0] ?? '')).toBe(200);
  const live = shop.counter.context.releases.get(1) as Release;
  const draft = unsealContent(structuredClone(live.content));
  for (const p of draft.products)
    if (p.kind === 'membership') p.parts = p.parts.filter((part) => part.productId !== 'prd_sounds');
  expect((await shop.owner.publish(1, sealContent(draft))).status).toBe(201);
  expect(await status(tove, files[0] ?? '')).toBe(403);
  expect(await text(tove, PLACE)).not.toContain('prd_sounds');
  const { runner } = shop.counter.context;
  const [agreement] = runner.state.agreements.keys();
  await runner.execute({ type: 'pause', agreementId: agreement ?? '', until: '2026-06-28', by: 'seller' });
  expect([await status(tove, PLACE), await status(tove, '/member/course/prd_course/one')]).toEqual([403, 403]);
  expect(await text(tove, '/member/course/prd_course')).toMatch(/payments are paused.*The Hide/s);
});

test('a feed of the sounds for another program: its holder’s alone, with what is open; it ends with the pass and with a new address', async () => {
  const ilse = new Buyer(shop.counter.address);
  await ilse.pay(await ilse.openCheckout('the-hide'), { name: 'Ilse', address: 'ilse@example.org' }, CARD.good);
  const me = await entered(shop, 'ilse@example.org');
  const addressOf = async (): Promise<string> =>
    /value="(http[^"]+\/-\/feed\/[^"]+)"/.exec(await text(me, PLACE))?.[1] ?? '';
  const mine = await addressOf();
  expect(await text(bought, '/-/in/prd_hide')).not.toContain('/-/feed/');
  const response = await fetch(mine);
  expect([response.status, response.headers.get('content-type')?.split(';')[0]]).toEqual([200, 'application/rss+xml']);
  // RSS 2.0 (rssboard.org/rss-specification): a channel has title, link and description; an enclosure url, length and type.
  const { rss } = xml2js(await response.text(), { compact: true }) as unknown as Rss;
  expect(rss._attributes.version).toBe('2.0');
  expect(Object.keys(rss.channel)).toEqual(expect.arrayContaining(['title', 'link', 'description', 'item']));
  const items = [rss.channel.item].flat();
  expect(items.map(({ title }) => title._cdata)).toEqual(['Post po_june: Call']);
  const enclosure = items[0]?.enclosure._attributes;
  expect(enclosure).toMatchObject({ length: '12000', type: 'audio/wav' });
  // A program without any cookie fetches it, in parts too.
  const part = await fetch(enclosure?.url ?? '', { headers: { range: 'bytes=0-9' } });
  expect([part.status, (await part.arrayBuffer()).byteLength]).toEqual([206, 10]);
  // What is not in the feed does not come that way, nor by another's token or a changed one.
  for (const wrong of [
    `${mine}/f_po_may`,
    `${mine}/f_prd_maps`,
    `${mine.slice(0, -2)}xx`,
    `${mine.slice(0, -2)}xx/f_call`,
  ])
    expect((await fetch(wrong)).status).toBe(404);
  expect((await new Buyer(shop.counter.address).fetch('/member/feeds/prd_hide/anew', { method: 'POST' })).status).toBe(
    401,
  );
  expect((await me.fetch('/member/feeds/prd_hide/anew', { method: 'POST' })).status).toBe(303);
  const [old, anew] = [mine, await addressOf()];
  expect([(await fetch(old)).status, (await fetch(anew)).status]).toEqual([410, 200]);
  const { runner } = shop.counter.context;
  const agreement = [...runner.state.agreements.values()].at(-1)?.id ?? '';
  // On hold it comes back: no program is told to forget it.
  await runner.execute({ type: 'pause', agreementId: agreement, until: '2026-06-28', by: 'seller' });
  expect([(await fetch(anew)).status, (await fetch(`${anew}/f_call`)).status]).toEqual([403, 403]);
  await runner.execute({ type: 'return', agreementId: agreement, on: null });
  expect((await fetch(anew)).status).toBe(200);
  await runner.execute({ type: 'cancel', agreementId: agreement, when: 'now', giveBack: false, by: 'seller' });
  expect([(await fetch(anew)).status, (await fetch(`${anew}/f_call`)).status]).toEqual([410, 410]);
});

interface Rss {
  rss: {
    _attributes: { version: string };
    channel: {
      item: { title: { _cdata: string }; enclosure: { _attributes: Record<'url' | 'length' | 'type', string> } }[];
    };
  };
}
