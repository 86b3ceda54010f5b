import { expect, test } from '@jest/globals';
import { releaseWith, shopInMemory } from '../../support/shopInMemory';

const START = '2026-11-23T10:00:00.000Z';
const MONTHLY = { kind: 'subscription', amount: '30' } as const;

test('emails that take for ever keep no charge waiting: each has places of its own', async () => {
  const shop = await shopInMemory(releaseWith([MONTHLY]), START);
  for (let i = 0; i < 80; i += 1) await shop.buy({ person: `p${i}` });
  let sending = 0;
  for (const send of ['send', 'sendAbout'] as const)
    shop.ports.mailer[send] = () => {
      sending += 1;
      return new Promise(() => undefined);
    };
  const before = shop.asked().length;
  // Each payment makes an email, none of which is ever answered; two months later all is still asked for.
  for (const [month, at] of ['2026-12-23T10:00:01.000Z', '2027-01-23T10:00:01.000Z'].entries()) {
    shop.ports.setNow(at);
    for (let turns = 0; turns < 3; turns += 1) await shop.runner.turn();
    expect(shop.asked().length - before).toBe(80 * (month + 1));
  }
  expect(sending).toBeGreaterThan(10);
  expect(sending).toBeLessThanOrEqual(16);
});

test('due work that throws is set aside and said; everybody else’s has its turn, and it is tried again', async () => {
  const shop = await shopInMemory(releaseWith([MONTHLY]), START);
  const bad = await shop.buy({ person: 'bad' });
  const { terms } = bad;
  const good = await shop.buy({ person: 'good' });
  // Something no rule foresaw: the first one cannot be worked out any more.
  Object.defineProperty(shop.agreement(bad.id), 'terms', {
    configurable: true,
    get() {
      throw new Error('not foreseen');
    },
  });
  shop.ports.setNow('2026-12-24T10:00:00.000Z');
  await shop.runner.turn();
  await shop.runner.quiet();
  expect([shop.agreement(good.id).payments.length, shop.agreement(bad.id).payments.length]).toEqual([1, 0]);
  expect(
    shop.runner.setAside().map(({ why, command }) => [why, 'agreementId' in command && command.agreementId]),
  ).toEqual([['not foreseen', bad.id]]);
  // Mended, it is asked for at its next try, and no longer said.
  Object.defineProperty(shop.agreement(bad.id), 'terms', { value: terms, writable: true, enumerable: true });
  await shop.runner.turn();
  await shop.runner.quiet();
  expect(shop.runner.setAside()).toEqual([]);
  expect(shop.agreement(bad.id).payments.length).toBe(1);
});

test('a fact that cannot be folded while another is still on its way to the disk: that one is not lost, and no line is there twice', async () => {
  const shop = await shopInMemory(releaseWith([MONTHLY]), START);
  const { append } = shop.ports.journal;
  let land: (() => void) | null = null;
  shop.ports.journal.append = async (batch) => {
    if (land === null) await new Promise<void>((go) => (land = go));
    return append(batch);
  };
  const slow = shop.runner.execute({ type: 'change-person', personId: 'first', rev: 1 });
  // Nobody foresaw this one: folding it throws halfway.
  const { people } = shop.runner.state;
  people.set = () => {
    throw new Error('not foreseen');
  };
  const failing = shop.runner.execute({ type: 'change-person', personId: 'second', rev: 1 });
  const failed = expect(failing).rejects.toThrow('not foreseen');
  await new Promise(setImmediate);
  expect(shop.runner.isSure).toBe(false);
  (land as (() => void) | null)?.();
  expect('refused' in (await slow)).toBe(false);
  await failed;
  expect(shop.runner.isSure).toBe(true);
  expect([...shop.runner.state.people.keys()]).toEqual(['first']);
  expect('refused' in (await shop.runner.execute({ type: 'change-person', personId: 'third', rev: 1 }))).toBe(false);
  const lines = shop.ports.batches.map(({ seq }) => seq);
  expect(lines).toEqual(lines.map((_, i) => i + 1));
});
