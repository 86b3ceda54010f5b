import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';

// A feature of the shop, and a kind of document, of product, of block and of email, added to a copy of the sources as a newcomer would add them:
// each its folder and one line in a list, and a second line where a screen draws the kind or the history names a fact. The copy must type-check and
// work everywhere; then it is taken away.
const copy = mkdtempSync('.toys-');
const touched: string[] = [];

function add(path: string, text: string): void {
  mkdirSync(dirname(join(copy, path)), { recursive: true });
  writeFileSync(join(copy, path), text, { flag: 'wx' });
}

/** One line in a list: what it imports comes with it. */
function line(path: string, before: string, inserted: string, imported = ''): void {
  const text = readFileSync(join(copy, path), 'utf8');
  expect(text.split(before).length).toBe(2);
  writeFileSync(join(copy, path), imported + text.replace(before, inserted + before));
  touched.push(path);
}

beforeAll(() => {
  for (const name of ['src', 'package.json', 'tsconfig.json']) cpSync(name, join(copy, name), { recursive: true });
  symlinkSync('../node_modules', join(copy, 'node_modules'));

  add(
    'src/core/documents/memo/index.ts',
    `import * as z from 'zod';
import { documentKind } from '../kind';

const Memo = z.object({ id: z.string(), title: z.string(), said: z.string() });
type Memo = z.infer<typeof Memo>;

declare module '../content' {
  interface Documents {
    memo: Memo;
  }
  interface DraftContent {
    memos: Memo[];
  }
  interface ReleaseContent {
    memos: Memo[];
  }
}

export const memoKind = documentKind<'memo', Memo>({
  kind: 'memo',
  list: 'memos',
  name: 'Memo',
  stage: 'Follow up',
  schema: z.array(Memo).default([]),
  upgrade: (doc) => ({ ...(doc as Memo), said: (doc as Partial<Memo>).said ?? '' }),
  seal: (memo) => (memo.title === '' ? null : memo),
  unseal: (memo) => memo,
  title: ({ title }) => title,
  route: (id) => \`/follow-up/\${id}\`,
  fields: { title: 'title', said: 'what it says' },
  findings: ({ memos }) =>
    memos
      .filter(({ said }) => said === '')
      .map(({ id }) => ({ level: 'stops', code: 'memo-empty', text: 'A memo says nothing.', about: { kind: 'memo', id } })),
});
`,
  );
  line('src/core/documents/kinds.ts', '  pageKind,\n', '  memoKind,\n', "import { memoKind } from './memo';\n");

  add(
    'src/core/catalogue/products/letterbox/index.ts',
    `import * as z from 'zod';
import { productShape } from '../base';
import type { ProductKind } from '../kind';
import { NOTHING_INSIDE } from '../nothingInside';

const Letterbox = z.object({ ...productShape('letterbox'), opens: z.string() });
type Letterbox = z.infer<typeof Letterbox>;

declare module '../product' {
  interface ProductsByKind {
    letterbox: Letterbox;
  }
}

export const letterboxKind: ProductKind<Letterbox> = {
  ...NOTHING_INSIDE,
  kind: 'letterbox',
  withdrawal: 'digital',
  name: 'A letterbox',
  explains: 'Opened by post.',
  several: 'Letterboxes',
  schema: Letterbox,
  fresh: (base) => ({ ...base, kind: 'letterbox', opens: '' }),
  upgrade: (product) => product,
  holds: ({ opens }) => opens !== '',
  findings: ({ opens }, title) => (opens === '' ? [{ code: 'never-opens', text: \`\${title} never opens.\`, empties: true }] : []),
  describe: ({ opens }) => \`opens \${opens}\`,
};
`,
  );
  line(
    'src/core/catalogue/products/kinds.ts',
    '] as unknown',
    '  letterboxKind,\n',
    "import { letterboxKind } from './letterbox';\n",
  );
  line('src/studio/make/kinds.ts', '  download: {', '  letterbox: { Contents: () => null, Limits: () => null },\n');

  add(
    'src/core/pages/blocks/bell/index.ts',
    `import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Bell = z.object({ ...blockBase, kind: z.literal('bell'), rings: line });

declare module '../kind' {
  interface BlocksByKind {
    bell: z.infer<typeof Bell>;
  }
}

export const bellBlock = blockKind<z.infer<typeof Bell>>({
  kind: 'bell',
  name: 'Bell',
  schema: Bell,
  on: ['sales'],
  fresh: (id) => ({ id, kind: 'bell', rings: 'Ding' }),
  label: ({ rings }) => rings,
});
`,
  );
  line('src/core/pages/blocks/kinds.ts', '  spacerBlock,\n', '  bellBlock,\n', "import { bellBlock } from './bell';\n");
  line('src/pages/blocks/index.tsx', '  downloads: Downloads,\n', '  bell: ({ block }) => <p>{block.rings}</p>,\n');

  line(
    'src/core/emails/agreementEmails.ts',
    "  {\n    kind: 'payment',",
    `  {
    kind: 'birthday',
    name: 'A year with us',
    when: 'a year after buying',
    fits: (a) => a.payments.length > 11,
    facts: () => ({}),
    write: (_say, about) => ({ subject: \`A year of \${about.title}\`, parts: [{ kind: 'text', text: 'Thank you.' }] }),
  },
`,
  );

  // A feature of the shop: a kind of fact with its fold, state, a command, a follower, a due moment, something it sends, a
  // projection in the studio, a route of the studio's interface, and what it holds of a person.
  add(
    'src/core/features/guestbook/events.ts',
    `import * as z from 'zod';
import { event } from '../../journal/events/kind';
import { id1, moment1, personId1 } from '../../journal/events/parts/basics';

export const guestbookEvents = {
  'guestbook.signed': event(z.strictObject({ key: id1, personId: personId1, closesAt: moment1 })),
  'guestbook.closed': event(z.strictObject({ key: id1 })),
};
`,
  );
  add(
    'src/core/features/guestbook/fold/index.ts',
    `import type { PersonId } from '#core/ids';
import type { FeatureFold } from '../../../engine/fold';
import { pairOf } from '../../../engine/ids';

declare module '../../../engine/state' {
  interface ShopState {
    guests: Map<string, { personId: PersonId; closed: boolean }>;
  }
}
declare module '../../../engine/dueIndex' {
  interface DuesByKind {
    'guestbook-closes': { guest: string };
  }
}
declare module '../../../engine/pendingEffect' {
  interface EffectsByKind {
    'guestbook-note': { personId: PersonId };
  }
}

export const guestbookFold: FeatureFold = {
  fresh: () => ({ guests: new Map() }),
  dues: { 'guestbook-closes': { rank: 4, thing: ({ guest }) => pairOf('guest', guest) } },
  effects: { 'guestbook-note': { lane: 'notices', madeBy: { 'guestbook.signed': ({ key }) => key } } },
  facts: {
    'guestbook.signed': (state, { key, personId, closesAt }) => {
      state.guests.set(key, { personId, closed: false });
      state.pending.set(key, { kind: 'guestbook-note', key, personId });
      state.due.set({ at: closesAt, what: { kind: 'guestbook-closes', guest: key } });
    },
    'guestbook.closed': (state, { key }) => {
      const guest = state.guests.get(key);
      if (guest) guest.closed = true;
    },
  },
};
`,
  );
  add(
    'src/core/features/guestbook/feature.ts',
    `import * as z from 'zod';
import { addMs, DAY } from '#core/calendar';
import type { PersonId } from '#core/ids';
import { fact } from '#core/journal';
import { route } from '#core/routes';
import type { Feature } from '../../engine/feature';
import { ownerRoute } from '../../engine/ownerRoute';
import { projection } from '../../engine/projection';
import { markDone, reached } from '../../engine/performEffect';
import { guestbookFold } from './fold';

declare module '../../engine/command' {
  interface CommandsByType {
    'sign-guestbook': { personId: PersonId; key: string };
    'close-guestbook': { key: string };
  }
}

const signed = (key: string, personId: PersonId, now: string) =>
  fact('guestbook.signed', { key, personId, closesAt: addMs(now, DAY) });

export const NOTES: string[] = [];

export const guestsProjection = projection<{ guests: { key: string; at: string } }>({
  name: 'guests',
  version: 1,
  tables: { guests: 'key, at' },
  facts: ['guestbook.signed'],
  move: async (rows, batches) => {
    for (const { at, events } of batches)
      for (const event of events)
        if (event.type === 'guestbook.signed') await rows.put('guests', [{ key: event.data.key, at }]);
  },
});

const closeRoute = route({
  method: 'POST',
  path: '/guestbook/:key/close',
  right: 'answer',
  does: 'Closes an entry of the guestbook.',
  body: z.strictObject({ really: z.literal(true) }),
  answer: z.strictObject({ open: z.int() }),
});

export const guestbook: Feature = {
  name: 'guestbook',
  fold: guestbookFold,
  commands: {
    'sign-guestbook': (_state, { personId, key }, { now }) => ({ events: [signed(key, personId, now)] }),
    'close-guestbook': (_state, { key }) => ({ events: [fact('guestbook.closed', { key })] }),
  },
  followers: [
    (_state, events, { now }) =>
      events.flatMap((e) => (e.type === 'order.paid' ? [signed('by-' + e.data.orderId, e.data.personId, now)] : [])),
  ],
  dues: { 'guestbook-closes': { command: ({ guest }) => ({ type: 'close-guestbook', key: guest }) } },
  projections: [guestsProjection],
  ofPerson: {
    holds: (state, personId) => ({ guestbook: [...state.guests].filter(([, of]) => of.personId === personId).map(([key]) => key) }),
    underWay: (state, personId) =>
      [...state.guests.values()].some((guest) => guest.personId === personId && !guest.closed) ? { why: 'still-asking' } : null,
  },
  ownerRoutes: {
    closeGuest: ownerRoute(closeRoute, async ({ params }, { state, execute }) => {
      const done = await execute({ type: 'close-guestbook', key: params.key });
      if ('refused' in done) return done;
      return { open: [...state().guests.values()].filter(({ closed }) => !closed).length };
    }),
  },
  effects: {
    'guestbook-note': (effect, tools) => {
      NOTES.push(reached(tools, effect.personId)?.name ?? 'nobody');
      return markDone(tools, effect.key);
    },
  },
};
`,
  );
  line(
    'src/core/journal/events/index.ts',
    '  ...taskEvents,\n',
    '  ...guestbookEvents,\n',
    "import { guestbookEvents } from '../../features/guestbook/events';\n",
  );
  line(
    'src/core/shop/features.ts',
    '  learning,\n',
    '  guestbook,\n',
    "import { guestbook } from '../features/guestbook/feature';\n",
  );

  add(
    'probe.ts',
    `import { DEFAULT_SHOP, freshProduct, type Product } from '#core/catalogue';
import { contentOf, fieldName, titleOf } from '#core/documents';
import { AGREEMENT_EMAILS } from '#core/emails';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { addableKinds, Block, newBlock } from '#core/pages';
import { BlockView } from './src/pages/blocks';
import { changesBetween, launchCheck, Release, sealContent, unsealContent } from '#core/release';

import { addMs, DAY } from '#core/calendar';
import { quoteFingerprint, quoteFor } from '#core/checkout';
import { newOffer, newPrice } from '#core/catalogue';
import { createRunner, heldOf, memoryPorts, OWNER_ROUTES_OF_FEATURES, PROJECTIONS, standingOf, underWayOf } from '#core/shop';
import { openApiOf } from '#core/routes';
import { NOTES } from './src/core/features/guestbook/feature';

/** A shop that has the new feature: signed by hand, and by whoever buys something that is free. */
async function lived(): Promise<unknown> {
  const start = '2026-06-15T08:00:00.000Z';
  const ports = memoryPorts(start);
  const runner = createRunner(ports);
  await runner.start();
  await ports.people.save({ id: 'u1', rev: 1, name: 'Ona', address: 'ona@example.org' });
  await runner.execute({ type: 'sign-guestbook', personId: 'u1', key: 'first' });
  await runner.settle();
  ports.setNow(addMs(start, 2 * DAY));
  await runner.settle();
  const free = { ...freshProduct('letterbox', 'prd_9', 'Free'), opens: 'always' };
  const offers = [{ ...newOffer('off_9', free, 'EUR'), prices: [newPrice('pr_9', { terms: { kind: 'free' } })] }];
  const sold = sealContent({ ...contentOf([], { shop: DEFAULT_SHOP }), products: [free], offers } as never);
  const live = { format: 1, number: 1, basedOn: null, at: start, content: sold } as never;
  ports.addRelease(live);
  const now = runner.now();
  const choice = { offerId: 'off_9', priceId: 'pr_9', personId: 'u1', startedAt: now };
  const quote = quoteFor(live, choice, now, standingOf(runner.state, choice, { now, release: live }));
  if ('refused' in quote) return quote;
  const bought = await runner.execute({
    type: 'pay',
    checkoutId: 'c1',
    ...choice,
    release: live,
    shown: quoteFingerprint(quote),
    fingerprint: (t) => t,
    card: null,
  });
  if ('refused' in bought) return bought;
  await runner.settle();
  const before = underWayOf(runner.state, 'u1', runner.now())?.why;
  const { answer } = OWNER_ROUTES_OF_FEATURES['closeGuest']!;
  const closed = await answer({ params: { key: 'by-' + ([...runner.state.orders.keys()][0] ?? '') }, query: undefined, body: { really: true } } as never, {
    state: () => runner.state,
    now: () => runner.now(),
    execute: (command) => runner.execute(command),
  });
  const kept: unknown[] = [];
  const rows = { get: async () => [], put: async (_table: string, some: readonly unknown[]) => kept.push(...some), remove: async () => undefined };
  await PROJECTIONS.find(({ name }) => name === 'guests')?.move(rows as never, ports.batches as never);
  const again = createRunner(ports);
  await again.start();
  return [
    [...again.state.guests.values()].map(({ personId, closed }) => personId + ' ' + closed),
    NOTES,
    [...again.state.pending.keys()].length,
    closed,
    kept.length,
    (heldOf(again.state, 'u1')['guestbook'] as string[]).length,
    [before, underWayOf(again.state, 'u1', again.now())],
    Object.keys(openApiOf({ closeGuest: OWNER_ROUTES_OF_FEATURES['closeGuest']!.route }, { title: '', version: '1', server: '' }).paths),
  ];
}

const product = { ...freshProduct('letterbox', 'prd_1', 'A box'), opens: 'on Mondays' };
const placed = [
  { kind: 'product', id: 'prd_1', doc: product },
  { kind: 'memo', id: 'm1', doc: { id: 'm1', title: 'To all', said: '' } },
  { kind: 'memo', id: 'm2', doc: { id: 'm2', title: '', said: 'unfinished' } },
] as Parameters<typeof contentOf>[0];
const content = contentOf(placed, { shop: DEFAULT_SHOP });
const sealed = sealContent(content);
const again = unsealContent(sealed);
const release = { format: 1, number: 1, basedOn: null, at: '2026-06-15T08:00:00.000Z', content: sealed };
const bell = newBlock('bell', 'b1', { title: '', benefits: [] });
const said = { ...content, memos: [{ id: 'm1', title: 'To all', said: 'Hello' }] };
process.stdout.write(
  JSON.stringify({
    sealed: sealed.memos.map((m) => m.id),
    parsed: Release.safeParse(release).success,
    wrong: Release.safeParse({ ...release, content: { ...sealed, memos: [{ id: 'm1' }] } }).success,
    product: (again.products[0] as Product).kind,
    findings: launchCheck(content, () => true, '2026-06-15T08:00:00.000Z').map((f) => f.code),
    changes: changesBetween(release as never, said as never).map((c) => [c.kind, c.what, c.title, ...c.details]),
    undo: fieldName('memo', 'said', 'undo'),
    title: titleOf({ kind: 'memo', doc: said.memos[0] as never }, content),
    addable: addableKinds({ kind: 'sales', blocks: [] }).includes('bell'),
    block: Block.safeParse(bell).success,
    drawn: renderToStaticMarkup(createElement(BlockView, { block: bell })),
    emails: AGREEMENT_EMAILS.map((l) => l.kind).includes('birthday'),
    lived: await lived(),
  }),
);
`,
  );
});

afterAll(() => rmSync(copy, { recursive: true, force: true }));

test('a new feature, and a new kind of document, product, block and email: a folder and a line or two each, and the sources type-check', () => {
  const tsc = join('node_modules', 'typescript', 'bin', 'tsc');
  let said = '';
  try {
    execFileSync(process.execPath, [tsc, '--noEmit', '--incremental', 'false', '-p', 'tsconfig.json'], { cwd: copy });
  } catch (error) {
    said = String((error as { stdout: Buffer }).stdout);
  }
  expect(said).toBe('');
  expect(touched).toHaveLength(8);
});

test('what was added is sealed, checked, named and compared like every other of its sort', () => {
  const tsx = join('node_modules', 'tsx', 'dist', 'cli.mjs');
  const answer = JSON.parse(
    execFileSync(process.execPath, [tsx, 'probe.ts'], { cwd: copy, encoding: 'utf8' }),
  ) as unknown;
  expect(answer).toEqual({
    sealed: ['m1'],
    parsed: true,
    wrong: false,
    product: 'letterbox',
    findings: ['memo-empty'],
    changes: [['memo', 'changed', 'To all', 'what it says: empty → Hello']],
    undo: 'the what it says',
    title: 'To all',
    addable: true,
    block: true,
    drawn: '<p>Ding</p>',
    emails: true,
    // Signed by hand and closed after a day; signed by the follower with the order; each told once.
    // Then that one was closed by the studio's own route; its projection has both.
    lived: [
      ['u1 true', 'u1 true'],
      ['Ona', 'Ona'],
      0,
      { open: 0 },
      2,
      2,
      ['still-asking', null],
      ['/guestbook/{key}/close'],
    ],
  });
});
