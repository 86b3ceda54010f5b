import {
  type Bundle,
  type FileRef,
  freshProduct,
  type LessonBlock,
  type Membership,
  type Post,
  postNamed,
  richFromPlain,
} from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { seeded } from '../random';
import { call, phrase } from '../sounds';
import { reeds } from '../drawings';
import { NOTES, type NoteWords } from './words';

type MakeFile = (name: string, bytes: Uint8Array) => Promise<FileRef>;

/** "The Hide": a note twice a month, and one thing of the shop more each month. */
export async function hideMembership(
  file: MakeFile,
  next: (prefix: string) => string,
  parts: readonly ProductId[],
): Promise<Membership> {
  const random = seeded(1851);
  async function post(words: NoteWords): Promise<Post> {
    const blocks: LessonBlock[] = [];
    if (words.picture !== undefined) {
      const drawn = reeds(random, { sky: '#d9e4dc', sun: '#f3e3b3', reed: '#2f5d50', song: '#53627a' });
      const drawing = await file(`${words.title}.svg`, new TextEncoder().encode(drawn));
      blocks.push({ id: next('b'), kind: 'picture', file: drawing, alt: words.picture });
    }
    blocks.push({ id: next('b'), kind: 'words', text: richFromPlain(words.text) });
    if (words.sound) {
      const [title, base, notes] = words.sound;
      const made = phrase(random, base, notes, 2);
      const sound = await file(`${title}.wav`, call(made.notes, made.seconds));
      blocks.push({ id: next('b'), kind: 'sound', title, file: sound, captions: [] });
    }
    return { ...postNamed(next('pst'), words.title, `${words.day}T06:00:00.000Z`), blocks };
  }
  const posts: Post[] = [];
  for (const words of NOTES) posts.push(await post(words));
  return {
    ...freshProduct('membership', next('prd'), 'The Hide'),
    promise: 'A note from the reeds twice a month, and one more thing to listen to each month.',
    description: richFromPlain(
      'A small roof in the reeds and whoever sits under it. Twice a month we write down what there is to hear and what to do with it; each month you are here, one thing of our shelf opens to you.',
    ),
    benefits: [
      'A note twice a month, with its sound',
      'A year of notes to read back',
      'One thing of our shelf each month',
    ],
    plan: { opens: 'every', every: { count: 1, unit: 'month' } },
    parts: parts.map((productId) => ({ productId, plan: null })),
    posts,
  };
}

/** The level above it: all of that, and the course at once. */
export const upperHide = (next: (prefix: string) => string, lower: ProductId, course: ProductId): Membership => ({
  ...freshProduct('membership', next('prd'), 'The Hide, with the course'),
  promise: 'Everything in The Hide, and Hearing Wrens from the first day on.',
  description: richFromPlain('For those who would rather begin with the wren and read the notes beside it.'),
  benefits: ['All of The Hide', 'The six weeks of Hearing Wrens'],
  parts: [lower, course].map((productId) => ({ productId, plan: null })),
});

/** Three things of the shelf under one price. */
export const firstSpring = (next: (prefix: string) => string, parts: readonly ProductId[]): Bundle => ({
  ...freshProduct('bundle', next('prd'), 'A first spring'),
  promise: 'The course, the field pack and the wren cards, for less than each by itself.',
  description: richFromPlain('All that we would give a friend who wants to begin in March.'),
  parts: [...parts],
});
