import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Validator } from '@seriousme/openapi-schema-validator';
import type { Router } from 'express';
import * as z from 'zod';
import { hrefOf, type Route, route } from '#core/routes';
import type { Owner } from '../../../demo/clients';
import { ownerRoutes } from '../../../src/counter/owner/routes';
import { OWNER_API, STUDIO_ROUTES } from '../../../src/wire/contract';
import { openShop, type TestShop } from '../../support/counter';
import { helperEntered } from '../../support/helpers';
import { contentWithMonthly } from '../../support/release';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop({ content: contentWithMonthly() });
});
afterAll(() => shop.close());

const ROUTES: [string, Route][] = Object.entries(STUDIO_ROUTES);
/** Before the door, or spoken by a protocol of its own, or the document itself. */
const BESIDE = [
  'POST /session',
  'GET /session',
  'GET /openapi.json',
  'POST /uploads',
  'HEAD /uploads/:sha256',
  'PATCH /uploads/:sha256',
];

interface Layer {
  route?: { path: string | string[]; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}
const mounted = (stack: readonly Layer[]): string[] =>
  stack.flatMap(({ route: own, handle }) =>
    own
      ? Object.keys(own.methods)
          .filter((method) => method !== '_all')
          .map((method) => `${method.toUpperCase()} ${String(own.path)}`)
      : mounted(handle.stack ?? []),
  );

test('whatever the router answers stands in the contract, and the other way round', () => {
  const router = ownerRoutes(shop.counter.context) as Router & { stack: Layer[] };
  expect(mounted(router.stack).sort()).toEqual(
    [...ROUTES.map(([, { method, path }]) => `${method} ${path}`), ...BESIDE].sort(),
  );
});

/** An address of it, with things that are not there. */
const somewhere = ({ path }: Route): string =>
  OWNER_API + path.replaceAll(/:(\w+)/g, (_all, name) => (name === 'sha256' ? 'a'.repeat(64) : 'none'));

const cookieOf = ({ cookies }: Owner): string => [...cookies].map(([name, value]) => `${name}=${value}`).join('; ');

const ask = async ({ method, ...of }: Route, headers: Record<string, string>): Promise<number> => {
  const response = await fetch(shop.counter.address + somewhere({ method, ...of }), {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    ...(method === 'GET' ? {} : { body: '{}' }),
  });
  await response.body?.cancel();
  return response.status;
};

test('a stranger gets into none; a helper who may nothing into those that need no right; and nothing changes without our header', async () => {
  const { owner: helper } = await helperEntered(shop, { name: 'Ona Reed', address: 'ona@example.org' }, {});
  const origin = { origin: shop.counter.address };
  const cookie = { cookie: cookieOf(helper), ...origin };
  // But for the one that signs the helper out.
  for (const [name, route] of ROUTES.filter(([name]) => name !== 'leave')) {
    expect([name, await ask(route, origin)]).toEqual([name, 401]);
    const own = await ask(route, { ...cookie, 'x-keel': '1' });
    expect([name, own === 403]).toEqual([name, route.right !== null]);
    expect([name, own === 401 || own >= 500]).toEqual([name, false]);
    if (route.method !== 'GET') expect([name, await ask(route, cookie)]).toEqual([name, 403]);
  }
});

test('the OpenAPI document is a valid one, and names every route once, with its right and what it reads', async () => {
  const response = await shop.owner.fetch(`${OWNER_API}/openapi.json`);
  const document = (await response.json()) as {
    paths: Record<string, Record<string, { operationId: string; 'x-right'?: string; parameters: { name: string }[] }>>;
  };
  const judged = await new Validator().validate(document);
  expect(judged.errors ?? []).toEqual([]);
  expect(judged.valid).toBe(true);
  const told = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => [
      operation.operationId,
      `${method} ${path}`,
      operation['x-right'] ?? null,
    ]),
  );
  expect(told.sort()).toEqual(
    ROUTES.map(([name, { method, path, right }]) => [
      name,
      `${method.toLowerCase()} ${path.replaceAll(/:(\w+)/g, '{$1}')}`,
      right,
    ]).sort(),
  );
  const figures = document.paths['/paths/{id}/figures']?.['get'];
  expect(figures?.parameters.map(({ name }) => name)).toEqual(['id', 'days']);
});

test('an address is made of what is given, whatever stands in it', () => {
  const seat = route({
    method: 'GET',
    path: '/classes/:date/seats/:id',
    right: null,
    does: 'A seat.',
    query: z.object({ from: z.string().optional(), most: z.number().optional() }),
    answer: z.object({}),
  });
  expect(hrefOf(seat, { params: { date: 'd/1?x', id: 'ü' }, query: { from: 'a&b', most: 3 } })).toBe(
    '/classes/d%2F1%3Fx/seats/%C3%BC?from=a%26b&most=3',
  );
  expect(hrefOf(seat, { params: { date: '1', id: '2' }, query: {} })).toBe('/classes/1/seats/2');
});
