import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  type Lesson,
  lessonsOf,
  type Module,
  partsOfCourse,
  progressIn,
  besideLesson,
} from '../../../src/core/catalogue/products/course';
import { lessonNamed, lessonsMoved, lessonStepped } from '../../../src/core/catalogue/products/course';

const lesson = (id: string, more: Partial<Lesson> = {}): Lesson => ({ ...lessonNamed(id, `Lesson ${id}`), ...more });
const course = (...modules: Lesson[][]) => ({
  id: 'c',
  plan: null,
  modules: modules.map((lessons, i): Module => ({ id: `m${i}`, title: '', plan: null, lessons })),
});
const shape = (modules: readonly Module[]): string =>
  modules.map(({ lessons }) => lessons.map(({ id }) => id).join('')).join('|');

describe('how far somebody has come', () => {
  const outline = course(
    [lesson('a'), lesson('b', { counts: false })],
    [lesson('d', { heldBack: true }), lesson('e'), lesson('f')],
  );
  const at = (done: string, open: string) =>
    progressIn(
      outline,
      (id) => done.includes(id),
      (id) => open.includes(id),
    );

  test('done of what counts, and on to the first that is open and not done', () => {
    expect(at('', 'abef')).toEqual({ done: 0, of: 3, finished: false, next: 'a' });
    expect(at('a', 'abef')).toEqual({ done: 1, of: 3, finished: false, next: 'b' });
    expect(at('ab', 'ab')).toEqual({ done: 1, of: 3, finished: false, next: 'b' });
    expect(at('aef', 'abef')).toEqual({ done: 3, of: 3, finished: true, next: 'b' });
    expect(at('abef', 'abef')).toEqual({ done: 3, of: 3, finished: true, next: 'f' });
    expect(at('', '')).toEqual({ done: 0, of: 3, finished: false, next: null });
    // What is held back is nowhere, whoever says they did it.
    expect(at('d', 'd').next).toBeNull();
    expect(
      progressIn(
        course([]),
        () => true,
        () => true,
      ),
    ).toEqual({ done: 0, of: 0, finished: false, next: null });
  });

  test('back and on lead to what is open, past what is not', () => {
    const beside = (id: string, open: string) => {
      const { previous, next } = besideLesson(outline, id, (l) => open.includes(l));
      return [previous?.id, next?.id];
    };
    expect(beside('b', 'abef')).toEqual(['a', 'e']);
    expect(beside('e', 'aef')).toEqual(['a', 'f']);
    expect([beside('a', 'abf'), beside('f', 'f'), beside('d', 'abef')]).toEqual([
      [undefined, 'b'],
      [undefined, undefined],
      [undefined, undefined],
    ]);
  });

  test('what is held back takes no turn, and a module of nothing else none either', () => {
    const parts = partsOfCourse(
      course([lesson('x', { heldBack: true })], [lesson('y', { putAway: true }), lesson('z')]),
    );
    expect(parts.parts.map((m) => [m.id, m.parts.map((l) => l.id)])).toEqual([['m1', ['z']]]);
  });
});

describe('moving lessons', () => {
  const outline = course([lesson('a'), lesson('b'), lesson('c')], [], [lesson('d'), lesson('e')]).modules;

  test('several at once to another place, in their own order', () => {
    expect(shape(lessonsMoved(outline, ['e', 'a'], 'm2', 'd'))).toBe('bc||aed');
    expect(shape(lessonsMoved(outline, ['b'], 'm1', null))).toBe('ac|b|de');
    expect(shape(lessonsMoved(outline, ['b', 'c'], 'm0', 'a'))).toBe('bca||de');
    expect(shape(lessonsMoved(outline, ['a'], 'm0', 'a'))).toBe('abc||de');
    // Its neighbour went meanwhile: to the end.
    expect(shape(lessonsMoved(outline, ['a'], 'm2', 'gone'))).toBe('bc||dea');
  });

  test('step by step by keys, over the edges of modules', () => {
    const path = [1, 1, 1, 1, 1, 1].reduce<string[]>((seen) => [...seen, shape(walked(seen.length + 1))], []);
    function walked(times: number): Module[] {
      return Array.from({ length: times }).reduce<Module[]>((modules) => lessonStepped(modules, 'b', 1), outline);
    }
    expect(path).toEqual(['acb||de', 'ac|b|de', 'ac||bde', 'ac||dbe', 'ac||deb', 'ac||deb']);
    expect(shape(lessonStepped(outline, 'd', -1))).toBe('abc|d|e');
    expect(shape(lessonStepped(outline, 'a', -1))).toBe('abc||de');
  });

  test('generated: whatever is moved, no lesson is lost or doubled, and a step back undoes a step', () => {
    const made = fc.array(fc.nat(4), { minLength: 1, maxLength: 4 }).map((sizes) => {
      let n = 0;
      return course(...sizes.map((size) => Array.from({ length: size }, () => lesson(`l${(n += 1)}`)))).modules;
    });
    const all = (modules: readonly Module[]): string[] => lessonsOf({ modules }).map(({ id }) => id);
    fc.assert(
      fc.property(made, fc.array(fc.nat(20)), fc.nat(3), fc.nat(20), (modules, picked, to, before) => {
        const ids = all(modules);
        const moved = picked.flatMap((n) => ids[n] ?? []);
        const after = lessonsMoved(modules, moved, `m${to % modules.length}`, ids[before] ?? null);
        expect([...all(after)].sort()).toEqual([...ids].sort());
        for (const id of ids) {
          const down = lessonStepped(modules, id, 1);
          expect([...all(down)].sort()).toEqual([...ids].sort());
          if (shape(down) !== shape(modules)) expect(shape(lessonStepped(down, id, -1))).toBe(shape(modules));
        }
      }),
    );
  });
});
