import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { Buyer, Owner } from '../../demo/clients';
import { realDisk } from '../../src/counter/files/disk';
import { courseOf, lessonWith, moduleOf } from '../support/course';
import { CARD, openShop, type TestShop } from '../support/counter';
import { LOOKS } from '../support/helpers';
import { entered } from '../support/mails';
import { endProcesses, startProcess } from '../support/process';
import { contentSelling } from '../support/release';

// What a full disk refuses is said in a sentence, with a status that says "later"; what was there stays, and it works again.

describe('beside what is sold', () => {
  let shop: TestShop;
  afterEach(() => shop.close());

  test('helpers, busy times and what a learner keeps', async () => {
    let full = false;
    const course = courseOf([moduleOf('m1', [lessonWith('l1')])]);
    shop = await openShop({
      content: contentSelling([
        { id: 'course', title: 'Course', terms: { kind: 'once', amount: '30' }, product: course },
      ]),
      disk: {
        ...realDisk,
        replace: (path, text) =>
          full && /(helpers|busy|u_[^/]*)\.json$/.test(path)
            ? Promise.reject(Object.assign(new Error('ENOSPC: no space left'), { code: 'ENOSPC' }))
            : realDisk.replace(path, text),
      },
    });
    const ada = new Buyer(shop.counter.address);
    await ada.pay(await ada.openCheckout('course'), { name: 'Ada', address: 'ada@example.org' }, CARD.good);
    await shop.counter.context.runner.settle();
    const learner = await entered(shop, 'ada@example.org');
    interface Told {
      status: number;
      code?: string;
      title?: string;
    }
    const told = async (answer: Response): Promise<Told> => ({
      status: answer.status,
      ...(answer.headers.get('content-type')?.includes('json') ? ((await answer.json()) as object) : {}),
    });
    const put = (who: Buyer | Owner, path: string, body: object, more: Record<string, string> = {}) =>
      who
        .fetch(path, {
          method: 'PUT',
          headers: { 'content-type': 'application/json', origin: shop.counter.address, 'x-keel': '1', ...more },
          body: JSON.stringify(body),
        })
        .then(told);
    const acts: [string, () => Promise<Told>][] = [
      [
        'asking somebody to help',
        async () => {
          const { status, body } = await shop.owner.act<Omit<Told, 'status'>>('/helpers', {
            name: 'Ona',
            address: 'ona@example.org',
            rights: LOOKS,
          });
          return { ...body, status };
        },
      ],
      [
        'busy times',
        () =>
          put(shop.owner, '/owner/api/busy', {
            name: 'mine.ics',
            stretches: [{ from: 1_781_596_800_000, until: 1_781_600_400_000 }],
          }),
      ],
      ['notes', () => put(learner, '/member/learn/prd_course/l1/notes', { text: 'A trill.', before: '' })],
    ];
    full = true;
    for (const [act, does] of acts) {
      const { status, code, title } = await does();
      expect([act, status, code, title]).toEqual([act, 503, 'storage', expect.stringMatching(/it did not happen/)]);
    }
    // Nothing of it is there, not even until the next start; once there is room, the same again works.
    expect(shop.counter.context.helpers.all()).toHaveLength(0);
    expect(shop.counter.context.busy.name()).toBe('');
    full = false;
    for (const [act, does] of acts) expect([act, (await does()).status < 300]).toEqual([act, true]);
    expect(shop.counter.context.helpers.all()).toHaveLength(1);
  });
});

describe('a process of its own', () => {
  const folder = mkdtempSync(join(tmpdir(), 'keel-full-'));
  afterEach(() => {
    endProcesses();
    rmSync(folder, { recursive: true, force: true });
  });

  test('a file too large for what is left of the disk is refused in a sentence, and the next one is taken', async () => {
    // No file may grow beyond half a megabyte.
    const { base, key, child } = await startProcess(folder, { fileBlocks: 512 });
    const owner = new Owner(base);
    await owner.connect(key);
    const large = randomBytes(700_000);
    const sha256 = createHash('sha256').update(large).digest('hex');
    const cookie = [...owner.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const tus = { 'tus-resumable': '1.0.0', 'x-keel': '1', origin: base, cookie };
    const begun = await fetch(`${base}/owner/api/uploads`, {
      method: 'POST',
      headers: {
        ...tus,
        'upload-length': String(large.length),
        'upload-metadata': `sha256 ${Buffer.from(sha256).toString('base64')}`,
      },
    });
    expect(begun.status).toBe(201);
    const sent = await fetch(`${base}/owner/api/uploads/${sha256}`, {
      method: 'PATCH',
      headers: { ...tus, 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
      body: large,
    });
    expect([sent.status, await sent.text()]).toEqual([503, expect.stringMatching(/disk may be full/)]);
    const whole = await fetch(`${base}/owner/api/vault/${sha256}`, {
      method: 'PUT',
      headers: { ...tus, 'content-type': 'application/octet-stream' },
      body: large,
    });
    expect([whole.status, await whole.json()]).toMatchObject([503, { code: 'storage' }]);
    await owner.upload(randomBytes(10_000));
    expect(child.exitCode).toBeNull();
  });
});
