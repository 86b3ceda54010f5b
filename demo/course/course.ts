import {
  type Course,
  type FileRef,
  freshProduct,
  type Lesson,
  type LessonBlock,
  lessonNamed,
  richFromPlain,
} from '#core/catalogue';
import type { Quiz } from '#core/quiz';
import { seeded } from '../random';
import { call, phrase } from '../sounds';
import { reeds } from '../drawings';
import { cards } from '../cards';
import { type LessonWords, WEEKS } from './words';
import { filmBytes } from './film';

type MakeFile = (name: string, bytes: Uint8Array) => Promise<FileRef>;

/** "Hearing Wrens": six weeks, released weekly, with sounds, drawings, a film with captions, and questions. */
export async function wrenCourse(file: MakeFile, next: (prefix: string) => string): Promise<Course> {
  const random = seeded(1848);
  const colours = [
    { sky: '#e3ead9', sun: '#c9a24a', reed: '#2f5d50', song: '#7a3b52' },
    { sky: '#f0dfb8', sun: '#e5a94a', reed: '#20453d', song: '#8a3d20' },
    { sky: '#d9e4dc', sun: '#f3e3b3', reed: '#41645c', song: '#53627a' },
  ] as const;
  let drawn = 0;
  const drawing = async (name: string): Promise<FileRef> =>
    file(`${name}.svg`, new TextEncoder().encode(reeds(random, colours[(drawn += 1) % 3] ?? colours[0])));

  async function lesson(words: LessonWords): Promise<Lesson> {
    const blocks: LessonBlock[] = [];
    if (words.film) {
      const { film, captions } = filmBytes();
      blocks.push({
        id: next('b'),
        kind: 'film',
        title: 'One phrase, drawn as it sounds',
        file: await file('trill-pause-trill.webm', film),
        captions: [{ language: 'en', file: await file('trill-pause-trill.en.vtt', captions) }],
        poster: await drawing('trill'),
      });
    }
    if (words.picture !== undefined)
      blocks.push({ id: next('b'), kind: 'picture', file: await drawing(words.title), alt: words.picture });
    blocks.push({ id: next('b'), kind: 'words', text: richFromPlain(words.text) });
    for (const [title, base, notes] of words.sounds ?? []) {
      const made = phrase(random, base, notes, 2);
      const sound = await file(`${title}.wav`, call(made.notes, made.seconds));
      blocks.push({ id: next('b'), kind: 'sound', title, file: sound, captions: [] });
    }
    const take = words.take
      ? [
          await file(
            `${words.title}, a card.pdf`,
            await cards(words.title, [{ name: 'Wren', say: words.text.split('.')[0] ?? '' }], random),
          ),
        ]
      : [];
    return { ...lessonNamed(next('les'), words.title), blocks, files: take, quiz: quizOf(words, next) };
  }

  const modules: Course['modules'] = [];
  for (const [title, lessons] of WEEKS) {
    const made: Lesson[] = [];
    for (const words of lessons) made.push(await lesson(words));
    modules.push({ id: next('mod'), title, plan: null, lessons: made });
  }
  const [first] = modules[0]?.lessons ?? [];
  if (first) first.sample = true;
  const last = modules[5]?.lessons[1];
  if (last) last.counts = false;
  return {
    ...freshProduct('course', next('prd'), 'Hearing Wrens'),
    promise: 'Know one small bird by ear, in all that it says. One week after another.',
    description: richFromPlain(
      'Six weeks, eighteen short lessons. You listen more than you read, and you go outside in the third week.\nEach week opens seven days after the one before, so that there is time to hear what was meant.',
    ),
    benefits: [
      'Eighteen short lessons, a quarter of an hour each',
      'Sounds to listen to as often as you like',
      'A certificate at the end',
    ],
    picture: { file: await drawing('Hearing Wrens'), alt: 'Reeds, and a song line that pauses once' },
    modules,
    plan: { opens: 'every', every: { count: 1, unit: 'week' } },
    certificate: true,
  };
}

function quizOf({ asks }: LessonWords, next: (prefix: string) => string): Quiz | null {
  if (!asks) return null;
  return {
    questions: asks.map((ask) => {
      if (ask.length === 3) {
        const [text, accepts, why] = ask;
        return { id: next('que'), kind: 'typed', text, accepts: [...accepts], marksCount: false, why };
      }
      const [text, right, wrong, why] = ask;
      const answers = [right, ...wrong].map((answer) => ({ id: next('ans'), text: answer, right: answer === right }));
      return { id: next('que'), kind: 'one', text, why, answers };
    }),
    passAt: 75,
    tries: 0,
    mixed: true,
  };
}
