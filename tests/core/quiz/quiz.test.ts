import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { askedOf, judge, mayTry, type Question, type Quiz, quizProblems } from '#core/quiz';

const quiz = (questions: Question[], more: Partial<Quiz> = {}): Quiz => ({
  questions,
  passAt: 70,
  tries: 0,
  mixed: false,
  ...more,
});
const answer = (id: string, right = false) => ({ id, text: `Answer ${id}`, right });
const one = (id: string, ...answers: ReturnType<typeof answer>[]): Question => ({
  id,
  kind: 'one',
  text: `Who? ${id}`,
  why: 'Listen',
  answers,
});
const several = (id: string, ...answers: ReturnType<typeof answer>[]): Question =>
  ({ ...one(id, ...answers), kind: 'several' }) as Question;
const typed = (id: string, accepts: string[], marksCount = false): Question => ({
  id,
  kind: 'typed',
  text: 'Name it',
  why: '',
  accepts,
  marksCount,
});

describe('judging', () => {
  const wren = one('q1', answer('a', true), answer('b'), answer('c'));
  const dawn = several('q2', answer('a', true), answer('b', true), answer('c'));

  test('one answer, several, and no more than were asked for', () => {
    const right = (given: Record<string, string[] | string>): string[] => judge(quiz([wren, dawn]), given).right;
    expect(right({ q1: ['a'], q2: ['b', 'a'] })).toEqual(['q1', 'q2']);
    expect(right({ q1: ['a', 'b'], q2: ['a'] })).toEqual([]);
    // All there are, twice the same, one that is none, words where a choice is asked for, a question that is not here.
    expect(right({ q1: ['a', 'b', 'c'], q2: ['a', 'b', 'c'] })).toEqual([]);
    expect(right({ q1: ['a', 'a'], q2: ['a', 'b', 'zz'] })).toEqual(['q1']);
    expect(right({ q1: 'a', q2: [] })).toEqual([]);
    expect(right({ q9: ['a'] })).toEqual([]);
    expect(right({})).toEqual([]);
    // Made badly, with two that are right: one is to be chosen all the same.
    const twice = one('q', answer('a', true), answer('b', true));
    expect(judge(quiz([twice]), { q: ['a', 'b'] }).right).toEqual([]);
  });

  test('typed: trimmed, in small letters, and without marks unless these count', () => {
    const says = (given: string, question: Question): boolean => judge(quiz([question]), { q: given }).passed;
    const pipit = typed('q', ['Água-de-colónia', 'Meadow  Pipit']);
    for (const given of [' meadow pipit ', 'MEADOW PIPIT', 'agua-de-colonia', 'Água-de-colónia'.normalize('NFD')])
      expect([given, says(given, pipit)]).toEqual([given, true]);
    for (const given of ['', '  ', 'meadowpipit', 'pipit']) expect([given, says(given, pipit)]).toEqual([given, false]);
    const strict = typed('q', ['Água'], true);
    expect([says('água', strict), says('agua', strict), says('ÁGUA'.normalize('NFD'), strict)]).toEqual([
      true,
      false,
      true,
    ]);
    expect([says('strasse', typed('q', ['Straße'])), says('STRAßE', typed('q', ['Straße']))]).toEqual([false, true]);
    expect(judge(quiz([pipit]), { q: ['meadow pipit'] }).passed).toBe(false);
    // An empty answer is never right, also where somebody left an empty line among those that are.
    expect(says(' ', typed('q', ['', 'x']))).toBe(false);
  });

  test('the pass mark is reached exactly, and never by rounding', () => {
    const questions = Array.from({ length: 3 }, (_, i) => one(`q${i}`, answer('a', true), answer('b')));
    const passes = (passAt: number, right: number): boolean =>
      judge(quiz(questions, { passAt }), Object.fromEntries(questions.map((q, i) => [q.id, [i < right ? 'a' : 'b']])))
        .passed;
    expect([passes(66, 2), passes(67, 2), passes(100, 3), passes(100, 2), passes(0, 0)]).toEqual([
      true,
      false,
      true,
      false,
      true,
    ]);
  });
});

test('generated: what a browser gets is the same whatever is right, and everybody is asked all of it', () => {
  const answers = fc.array(fc.boolean(), { minLength: 2, maxLength: 6 });
  fc.assert(
    fc.property(fc.array(answers, { minLength: 1, maxLength: 6 }), fc.string(), fc.boolean(), (all, seed, mixed) => {
      const made = (flip: boolean): Quiz =>
        quiz(
          all.map((right, i) => several(`q${i}`, ...right.map((r, n) => answer(`a${i}_${n}`, r !== flip)))),
          { mixed },
        );
      const asked = askedOf(made(false), seed);
      expect(askedOf(made(true), seed)).toEqual(asked);
      expect(askedOf(made(false), seed)).toEqual(asked);
      expect(asked.map((q) => q.id).sort()).toEqual(all.map((_, i) => `q${i}`).sort());
      for (const q of asked) {
        const own = all[Number(q.id.slice(1))] ?? [];
        expect(q.answers.map(({ id }) => id).sort()).toEqual(own.map((_, n) => `a${q.id.slice(1)}_${n}`).sort());
      }
    }),
  );
});

test('mixed: people are asked in different orders, each always in the same', () => {
  const questions = Array.from({ length: 8 }, (_, i) => one(`q${i}`, answer('a', true), answer('b')));
  const orders = new Set(
    Array.from({ length: 50 }, (_, i) =>
      askedOf(quiz(questions, { mixed: true }), `u${i}`)
        .map((q) => q.id)
        .join(),
    ),
  );
  expect(orders.size).toBeGreaterThan(45);
  // Typed answers are nowhere in what is asked.
  expect(askedOf(quiz([typed('q', ['firecrest'])]), 'u1')).toEqual([
    { id: 'q', kind: 'typed', text: 'Name it', answers: [] },
  ]);
});

test('tries, and what is wrong in a quiz, in a sentence', () => {
  expect([mayTry(quiz([]), 99), mayTry(quiz([], { tries: 2 }), 1), mayTry(quiz([], { tries: 2 }), 2)]).toEqual([
    true,
    true,
    false,
  ]);
  const wrong = quiz([
    one('q1', answer('a', true), answer('b', true)),
    several('q2', answer('a'), answer('b')),
    one('q3', answer('a', true)),
    typed('q4', [' ']),
    one('q5', answer('a', true), { id: 'b', text: ' ', right: false }),
    { ...one('q6', answer('a', true), answer('b')), text: ' ' },
    one('q7', answer('a', true), answer('b')),
  ]);
  expect(quizProblems(wrong)).toEqual([
    'Question 1 has several right answers, and only one can be chosen.',
    'Question 2 has no right answer.',
    'Question 3 has fewer than two answers.',
    'Question 4 has no answer that would be right.',
    'Question 5 has an answer without words.',
    'Question 6 has no words.',
  ]);
  expect(quizProblems(quiz([]))).toEqual(['The quiz asks nothing.']);
  const good = quiz([several('q1', answer('a', true), answer('b', true)), typed('q2', ['', 'wren'])]);
  expect(quizProblems(good)).toEqual([]);
});
