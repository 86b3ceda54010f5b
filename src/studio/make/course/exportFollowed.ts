import { peopleOf } from '../../data/queries/people';
import { saveCsv } from '../../frame/saveCsv';
import type { FollowedAnswer } from '../../../wire';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.exportFollowed;

/** How far each of them is, as rows of a file; addresses as this browser knows them. */
export async function followedRows(
  people: FollowedAnswer['people'],
): Promise<Record<'name' | 'address' | 'done' | 'of' | 'next lesson' | 'last done', string | number>[]> {
  const known = await peopleOf(people.map(({ personId }) => personId));
  return people.map(({ name, done, of, at, last }, i) => ({
    name,
    address: known[i]?.address ?? '',
    done,
    of,
    'next lesson': at ?? '',
    'last done': last ?? '',
  }));
}

/** Saves exactly those who are listed. */
export const exportFollowed = async (title: string, people: FollowedAnswer['people']): Promise<void> =>
  saveCsv(await followedRows(people), say.progress(title));
