import { type Lesson, plainFromRich } from '#core/catalogue';
import type { Written } from './written';
import { makeWrittenWords } from '#say/make/written';
const say = makeWrittenWords.writtenInWords;

const some = (n: number, inWords: (n: number) => string): string[] => (n === 0 ? [] : [inWords(n)]);

/** What a lesson or a post holds, for its seller: "text, 2 audio files, quiz of 5, 1 file". */
export function writtenInWords({ blocks, files, quiz = null }: Written & { quiz?: Lesson['quiz'] }): string {
  const of = (kind: string): number => blocks.filter((block) => block.kind === kind).length;
  const text = blocks.some((block) => block.kind === 'words' && plainFromRich(block.text).trim() !== '');
  const parts = [
    ...some(of('film') + of('film-elsewhere'), say.videos),
    ...(text ? [say.text] : []),
    ...some(of('sound'), say.audioFiles),
    ...some(of('picture'), say.pictures),
    ...(quiz ? [say.quizOf(quiz.questions.length)] : []),
    ...some(files.length, say.files),
  ];
  return parts.length === 0 ? say.empty : parts.join(', ');
}
