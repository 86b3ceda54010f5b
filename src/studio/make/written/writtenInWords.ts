import { type Lesson, plainFromRich } from '#core/catalogue';
import type { Written } from './written';

const counted = (n: number, one: string, many = `${one}s`): string[] =>
  n === 0 ? [] : [n === 1 ? one : `${n} ${many}`];

/** What a lesson or a post holds, for its seller: "text, 2 sounds, quiz of 5, file". */
export function writtenInWords({ blocks, files, quiz = null }: Written & { quiz?: Lesson['quiz'] }): string {
  const of = (kind: string): number => blocks.filter((block) => block.kind === kind).length;
  const text = blocks.some((block) => block.kind === 'words' && plainFromRich(block.text).trim() !== '');
  const parts = [
    ...counted(of('film') + of('film-elsewhere'), 'film'),
    ...(text ? ['text'] : []),
    ...counted(of('sound'), 'sound'),
    ...counted(of('picture'), 'picture'),
    ...(quiz ? [`quiz of ${quiz.questions.length}`] : []),
    ...counted(files.length, 'file'),
  ];
  return parts.length === 0 ? 'empty' : parts.join(', ');
}
