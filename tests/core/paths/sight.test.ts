import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  type Coming,
  type Countdown,
  type Entrance,
  freeShort,
  type Path,
  pathSeen,
  sightOf,
  newEntrance,
} from '#core/paths';
import { softer, to } from '../../support/softerPath';

// Lisbon is an hour ahead of UTC in June: a day there begins at 23:00 of the day before.
const SOLD = { offers: [], shop: { zone: 'Europe/Lisbon' } };
const NOON = '2026-06-15T11:00:00.000Z';
const entrance = (more: Partial<Entrance> = {}): Entrance =>
  newEntrance({ id: 'e1', word: 'evening-talk', short: 'k7Qm' }, { until: '2026-06-16', prices: ['early'], ...more });
const PRICES = ['plain', 'early', 'late', 'lower'];
const seen = (path: Partial<Path>, coming: Partial<Coming> = {}): string => {
  const { shows } = sightOf({ ...softer(), ...path }, { at: NOON, ...coming }, SOLD);
  return PRICES.filter(shows).join(' ');
};
const hours = (n: number, then: Countdown['then']): Countdown => ({ id: 'c', until: { to: 'hours', hours: n }, then });

describe('an entrance', () => {
  const path = { setAside: ['early', 'late', 'lower'], entrances: [entrance()] };
  test('shows its own prices until the end of its last day, to whoever came through it', () => {
    expect([seen(path), seen(path, { entrance: 'e1' }), seen(path, { entrance: 'e2' })]).toEqual([
      'plain',
      'early',
      'plain',
    ]);
    expect(seen(path, { entrance: 'e1', at: '2026-06-16T22:59:59.999Z' })).toBe('early');
    expect(seen(path, { entrance: 'e1', at: '2026-06-16T23:00:00.000Z' })).toBe('plain');
    expect(sightOf({ ...softer(), ...path }, { at: NOON, entrance: 'e1' }, SOLD).changesAt).toBe(
      '2026-06-16T23:00:00.000Z',
    );
  });
  test('that is not open yet changes what is seen when it opens, and a bonus when its last day is over', () => {
    const changes = (more: Partial<Path>, coming: Partial<Coming> = {}) =>
      sightOf({ ...softer(), ...path, ...more }, { at: NOON, ...coming }, SOLD).changesAt;
    const later = { entrances: [entrance({ from: '2026-06-16', until: '2026-06-20' })] };
    expect(changes(later, { entrance: 'e1' })).toBe('2026-06-15T23:00:00.000Z');
    expect(changes(later)).toBeNull();
    const bonus = { id: 'b', productId: 'prd_1', entranceId: null, until: '2026-06-15', said: true };
    expect(changes({ ...later, bonuses: [bonus] }, { entrance: 'e1' })).toBe('2026-06-15T23:00:00.000Z');
    expect(changes({ bonuses: [bonus] })).toBe('2026-06-15T23:00:00.000Z');
    expect(changes({ bonuses: [{ ...bonus, until: null }] })).toBeNull();
    expect(changes({ bonuses: [{ ...bonus, entranceId: 'e1' }] })).toBeNull();
    const given = (at: string) => sightOf({ ...softer(), ...path, bonuses: [bonus] }, { at }, SOLD).bonuses.length;
    expect([given('2026-06-15T22:59:59.999Z'), given('2026-06-15T23:00:00.000Z')]).toEqual([1, 0]);
  });
  test('without prices of its own shows what everybody sees, and lets into what has closed', () => {
    const closed: Partial<Path> = {
      ...path,
      entrances: [entrance({ prices: null })],
      countdowns: [
        {
          id: 'c',
          until: { to: 'moment', at: '2026-06-15T11:59' },
          then: { does: 'closes', to: to('thanks') },
        },
      ],
    };
    expect(seen(closed, { entrance: 'e1' })).toBe('plain');
    const closedTo = (coming: Partial<Coming>) =>
      sightOf({ ...softer(), ...closed }, { at: NOON, ...coming }, SOLD).closedTo;
    expect([closedTo({}), closedTo({ entrance: 'e1' })]).toEqual([to('thanks'), null]);
    expect(closedTo({ at: '2026-06-15T10:58:59.999Z' })).toBeNull();
  });
});

describe('a countdown', () => {
  const turn = hours(48, { does: 'prices', go: ['early'], come: ['late'] });
  const path = { setAside: ['lower'], countdowns: [turn] };
  test('by hours runs from the first coming: some prices go, others come', () => {
    expect([seen(path), seen(path, { first: '2026-06-13T11:00:00.001Z' })]).toEqual(['plain early', 'plain early']);
    expect(seen(path, { first: '2026-06-13T11:00:00.000Z' })).toBe('plain late');
  });
  test('to a moment is the same for all, whenever they came', () => {
    const at = { ...path, countdowns: [{ ...turn, until: { to: 'moment', at: '2026-06-15T12:00' } } as Countdown] };
    expect([seen(at), seen(at, { at: '2026-06-15T10:59:59.999Z' })]).toEqual(['plain late', 'plain early']);
  });
  test('leaves a step out: what led to it leads to where it led on by itself', () => {
    const path: Path = { ...softer(), countdowns: [hours(1, { does: 'leaves-out', step: 'parts' })] };
    const walked = (first: string) => pathSeen(path, sightOf(path, { at: NOON, first }, SOLD));
    expect(walked(NOON).steps).toHaveLength(5);
    const late = walked('2026-06-15T10:00:00.000Z');
    expect([late.steps.map((s) => s.id), late.joins.find((j) => j.by === 'no')?.to]).toEqual([
      ['page', 'pay', 'walk', 'thanks'],
      to('thanks'),
    ]);
  });
});

test('the lower price is for whoever turned back, for its hours from when they first did', () => {
  const path = softer();
  path.steps.push({
    ...(path.steps[0] ?? never()),
    id: 'back',
    kind: 'turned-back',
    lower: { priceId: 'lower', hours: 24 },
  });
  const at = (turnedBack: string | null): string => seen({ ...path, setAside: ['early', 'late'] }, { turnedBack });
  expect([at(null), at(NOON), at('2026-06-14T11:00:00.001Z'), at('2026-06-14T11:00:00.000Z')]).toEqual([
    'plain',
    'plain lower',
    'plain lower',
    'plain',
  ]);
});

test('generated: what is seen changes at no moment but the one that is said', () => {
  const offset = fc
    .integer({ min: -100, max: 100 })
    .map((h) => new Date(Date.parse(NOON) + h * 3_600_000).toISOString());
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 90 }), fc.subarray(PRICES), fc.subarray(PRICES)), { maxLength: 4 }),
      offset,
      fc.constantFrom(null, 'e1'),
      fc.integer({ min: 1, max: 200 }),
      (downs, first, through, later) => {
        const path: Path = {
          ...softer(),
          entrances: [entrance()],
          countdowns: downs.map(([n, go, come]) => hours(n, { does: 'prices', go, come })),
        };
        const look = (at: string) => sightOf(path, { at, first, entrance: through }, SOLD);
        const then = new Date(Date.parse(NOON) + later * 3_600_000).toISOString();
        const { changesAt, shows } = look(NOON);
        if (changesAt === null || then < changesAt)
          expect(PRICES.filter(look(then).shows)).toEqual(PRICES.filter(shows));
        else expect(changesAt > NOON).toBe(true);
      },
    ),
    { numRuns: 300 },
  );
});

test('a short address is one that nobody has, and no path’s address can be', () => {
  let n = 0;
  const next = (below: number): number => (n += 7) % below;
  const first = freeShort(new Set(), next);
  n = 0;
  expect(freeShort(new Set([first]), next)).not.toBe(first);
  expect(first).toMatch(/^(?=.*[A-Z])[A-Za-z0-9]{4}$/);
});

function never(): never {
  throw new Error('not so');
}
