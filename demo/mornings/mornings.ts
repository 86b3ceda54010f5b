import { type Course, type FileRef, freshProduct, lessonNamed, richFromPlain } from '#core/catalogue';
import { seeded } from '../random';
import { call, phrase } from '../sounds';

type MakeFile = (name: string, bytes: Uint8Array) => Promise<FileRef>;

/** What each of ten mornings is about: what to do, and the sound to do it with. */
const MORNINGS: readonly [title: string, text: string, sound: [title: string, base: number, notes: number]][] = [
  ['Stand still', 'Ten minutes at an open window. Count voices, not birds: one, two, many.', ['A window', 2500, 8]],
  ['High or low', 'Sort what you hear into two heaps: above your whistle, and below it.', ['Two heaps', 3100, 6]],
  [
    'One voice only',
    'Choose one and follow it. When you lose it, wait: it comes back to the same place.',
    ['One voice', 2800, 5],
  ],
  [
    'How long it pauses',
    'Today you count the silence between two phrases. Robins wait. Wrens do not.',
    ['The pause', 3700, 4],
  ],
  [
    'The rattle',
    'Somewhere in the middle of a very loud song there is a rattle. That is a wren.',
    ['The rattle', 4300, 9],
  ],
  ['Everything twice', 'If you hear it again at once, and again, it is a song thrush.', ['Twice', 2600, 8]],
  ['Who answers', 'Two of a kind take turns. Stand between them.', ['Between two', 4100, 7]],
  [
    'A warning',
    'A song has a shape. A warning is one hard note, again and again. Look for the cat.',
    ['A warning', 5200, 3],
  ],
  ['At dusk', 'The same ten minutes in the evening. Somebody stays up late.', ['Late', 2400, 6]],
  ['Ten minutes, five names', 'You know five by now. Write them down before you go in.', ['Five of them', 3000, 14]],
];

/** "Ten mornings": free, a lesson a day. */
export async function tenMornings(file: MakeFile, next: (prefix: string) => string): Promise<Course> {
  const random = seeded(10);
  const lessons: Course['modules'][number]['lessons'] = [];
  for (const [title, text, [name, base, notes]] of MORNINGS) {
    const made = phrase(random, base, notes, 2);
    const sound = await file(`${name}.wav`, call(made.notes, made.seconds));
    lessons.push({
      ...lessonNamed(next('les'), title),
      blocks: [
        { id: next('b'), kind: 'words', text: richFromPlain(text) },
        { id: next('b'), kind: 'sound', title: name, file: sound, captions: [] },
      ],
    });
  }
  return {
    ...freshProduct('course', next('prd'), 'Ten mornings'),
    promise: 'Ten days, ten minutes each, one thing to listen for.',
    description: richFromPlain(
      'No book, no equipment. A short lesson each morning, and by the tenth you know five birds.',
    ),
    benefits: ['A lesson a day, for ten days', 'Nothing to pay, nothing to cancel'],
    // The lessons of its one module come a day apart.
    modules: [{ id: next('mod'), title: '', plan: { opens: 'every', every: { count: 1, unit: 'day' } }, lessons }],
    hour: '06:00',
  };
}
