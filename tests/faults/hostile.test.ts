import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import * as z from 'zod';
import { Buyer } from '../../demo/clients';
import * as wire from '../../src/wire';
import { allDone, CARD, openShop, type TestShop } from '../support/counter';

/*
 * Requests made from the wire's own contract and then bent: wrong types, too much, too long, odd signs, other people's
 * names. No answer is a failure of ours, nothing is written, and the shop goes on.
 */
let shop: TestShop;
let tove: Buyer;
beforeAll(async () => {
  shop = await openShop();
  tove = new Buyer(shop.counter.address);
  await tove.pay(await tove.openCheckout('field-pack'), { name: 'Tove Marsh', address: 'tove@example.org' }, CARD.good);
  await allDone(shop);
});
afterAll(() => shop.close());

const POSTS: [string, z.ZodType][] = [
  ['/checkout/quote', wire.QuoteRequest],
  ['/checkout/pay', wire.PayRequest],
  ['/checkout/give-up', wire.GiveUpRequest],
  ['/checkout/offer/accept', wire.AcceptRequest],
  ['/checkout/offer/decline', wire.DeclineRequest],
  ['/member/api/ask', wire.AskRequest],
  ['/member/api/name', wire.NameRequest],
  ['/member/api/sessions/end', wire.EndSession],
  ['/member/api/agreements/a', wire.MemberAct],
  ['/member/api/coaching/a', wire.BookRequest],
  ['/member/api/booked/a', wire.BookedAct],
  ['/owner/api/booked/a', wire.SessionAct],
  ['/owner/api/passes/a/sessions', wire.GiveSessionsRequest],
  ['/owner/enter', wire.AskRequest],
  ['/owner/api/session', wire.SessionRequest],
  ['/owner/api/releases', wire.PublishRequest],
  ['/owner/api/refunds', wire.RefundRequest],
  ['/owner/api/refunds/preview', wire.RefundRequest],
  ['/owner/api/agreements/a/act', wire.OwnerAct],
  ['/owner/api/people/read', wire.PeopleRequest],
  ['/owner/api/people/link', wire.LinkRequest],
  ['/owner/api/people/erase', wire.EraseRequest],
  ['/owner/api/people/join', wire.JoinRequest],
  ['/owner/api/helpers', wire.HelperRequest],
  ['/owner/api/clock', wire.ClockRequest],
  ['/owner/api/vault/missing', wire.MissingRequest],
];
/** What only reads, or only refuses, may be asked as the owner too. */
const AS_OWNER = new Set([
  '/owner/api/refunds',
  '/owner/api/refunds/preview',
  '/owner/api/agreements/a/act',
  '/owner/api/people/read',
  '/owner/api/people/link',
  '/owner/api/people/erase',
  '/owner/api/people/join',
  '/owner/api/booked/a',
  '/owner/api/passes/a/sessions',
  '/owner/api/vault/missing',
]);

const odd = fc.oneof(
  fc.constantFrom<unknown>(null, true, -1, 1e309, 0.1, '', '\u0000', '\u202E', '__proto__', 'constructor', [], {}, [
    [],
  ]),
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.constant('x'.repeat(9_000)),
  fc.integer(),
);

/** Some value that a JSON schema describes, with odd ones strewn in. */
type Json = {
  type?: string | string[];
  properties?: Record<string, Json>;
  items?: Json;
  anyOf?: Json[];
  oneOf?: Json[];
  enum?: unknown[];
  const?: unknown;
  additionalProperties?: Json | boolean;
};
function made(schema: Json | undefined, depth = 0): fc.Arbitrary<unknown> {
  if (!schema || depth > 5) return odd;
  const plain = ((): fc.Arbitrary<unknown> => {
    if ('const' in schema) return fc.constant(schema.const);
    if (schema.enum) return fc.constantFrom(...schema.enum);
    const any = schema.anyOf ?? schema.oneOf;
    if (any) return fc.oneof(...any.map((one) => made(one, depth + 1)));
    switch (schema.type) {
      case 'object':
        return fc.record(
          {
            ...Object.fromEntries(
              Object.entries(schema.properties ?? {}).map(([key, of]) => [key, made(of, depth + 1)] as const),
            ),
            more: odd,
          },
          { requiredKeys: [] },
        );
      case 'array':
        return fc.array(made(schema.items, depth + 1), { maxLength: 4 });
      case 'integer':
      case 'number':
        return fc.oneof(fc.integer({ min: -5, max: 5 }), fc.double());
      case 'boolean':
        return fc.boolean();
      default:
        return fc.oneof(fc.string({ maxLength: 30 }), fc.constantFrom('a'.repeat(64), 'o_x', 'tove@example.org'));
    }
  })();
  return fc.oneof({ weight: 6, arbitrary: plain }, { weight: 1, arbitrary: odd });
}

const jsonOf = (schema: z.ZodType): Json =>
  z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any', cycles: 'ref' }) as Json;

const body = (schema: z.ZodType): fc.Arbitrary<string> =>
  fc.oneof(
    { weight: 8, arbitrary: made(jsonOf(schema)).map((value) => JSON.stringify(value) ?? 'null') },
    { weight: 1, arbitrary: fc.constantFrom('', '{', 'null', '[', '{"a":', '"', '\u0000', '{"__proto__":{"x":1}}') },
  );

const journal = (): string => readFileSync(join(shop.folder, 'test', 'journal.jsonl'), 'utf8');
const people = (): string => readFileSync(join(shop.folder, 'test', 'people.jsonl'), 'utf8');

test('500 hostile requests: no failure of ours, nothing written, and the shop goes on', async () => {
  const [lines, known] = [journal(), people()];
  let asked = 0;
  const statuses = new Map<number, number>();
  await fc.assert(
    fc.asyncProperty(
      fc
        .constantFrom(...POSTS)
        .chain(([path, schema]) =>
          fc.tuple(
            fc.constant(path),
            body(schema),
            fc.boolean(),
            fc.constantFrom('application/json', 'text/plain', ''),
          ),
        ),
      async ([path, text, owner, type]) => {
        const client = owner && AS_OWNER.has(path) ? shop.owner : tove;
        const { status } = await client.fetch(path, {
          method: 'POST',
          headers: { origin: shop.counter.address, 'x-keel': '1', ...(type === '' ? {} : { 'content-type': type }) },
          body: text,
        });
        asked += 1;
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
        if (status >= 500) throw new Error(`${path} answered ${status} to ${text.slice(0, 400)}`);
      },
    ),
    { numRuns: 500 },
  );
  expect(asked).toBeGreaterThanOrEqual(500);
  expect([journal() === lines, people() === known]).toEqual([true, true]);
  // They were not all turned away at the door.
  expect(statuses.size).toBeGreaterThan(3);
  expect((await fetch(`${shop.counter.address}/health`)).status).toBe(200);
});

test('hostile addresses: no failure of ours', async () => {
  const parts = fc.oneof(
    fc.constantFrom(
      '..',
      '%2e%2e',
      '%00',
      '%',
      'studio',
      'member',
      'get',
      'owner',
      'api',
      'checkout',
      'pictures',
      'a'.repeat(2_000),
      '%E0%A4%A',
      '\\',
      ';',
      '?',
      '#',
      '-',
      'field-pack',
    ),
    fc.string({ maxLength: 12 }).map(encodeURIComponent),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(parts, { maxLength: 5 }),
      fc.constantFrom('GET', 'HEAD', 'DELETE', 'PUT', 'OPTIONS'),
      async (path, method) => {
        const { status } = await new Buyer(shop.counter.address).fetch(`/${path.join('/')}`, { method });
        if (status >= 500) throw new Error(`${method} /${path.join('/')} answered ${status}`);
      },
    ),
    { numRuns: 300 },
  );
});
