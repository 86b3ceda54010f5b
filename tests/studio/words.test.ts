import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { expect, test } from '@jest/globals';
import { wordsFor } from '#core/words';

// The studio's catalogue holds what it says and nothing else, and says it in plain words. Lint refuses text elsewhere.

const STUDIO = 'src/studio';
const CATALOGUE = join(STUDIO, 'words/en');

const filesIn = (room: string): string[] =>
  readdirSync(room, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name))
    .map((name) => join(room, name));

/** Every entry by its part, its group and its own name, with what it says: a text, or a function's source. */
async function entries(): Promise<{ part: string; group: string; name: string; says: string }[]> {
  const parts = await Promise.all(
    // Shared words are read where they are spread in.
    filesIn(CATALOGUE)
      .filter((file) => basename(file) !== 'ordering.ts')
      .map(async (file) => {
        const module = (await import(join('../..', file))) as Record<string, Record<string, Record<string, unknown>>>;
        return Object.values(module).flatMap((groups) =>
          Object.entries(groups).flatMap(([group, words]) =>
            Object.entries(words).map(([name, says]) => ({ part: file, group, name, says: String(says) })),
          ),
        );
      }),
  );
  return parts.flat();
}

test('every entry of the catalogue is said somewhere, by the file it is kept for', async () => {
  const sources = filesIn(STUDIO)
    .filter((file) => !file.startsWith(join(STUDIO, 'words')))
    .map((file) => ({
      name: basename(file)
        .replace(/\.tsx?$/, '')
        .toLowerCase(),
      text: readFileSync(file, 'utf8'),
    }));
  const unsaid = (await entries()).filter(
    ({ group, name }) =>
      !sources.some((file) => file.name === group.toLowerCase() && new RegExp(`\\.${name}\\b`).test(file.text)),
  );
  expect(unsaid.map(({ part, group, name }) => `${part}: ${group}.${name}`)).toEqual([]);
});

/** The manner of the first years, and words of which the trade has a better one. */
const NOT_PLAIN =
  /\b(whoever|whomever|falls? away|fell away|comes? to (?:all|that)|mend(?:s|ed)?|given? (?:it |the money )?back|money back|called? off|put away|letters? (?:is|are|stay)|e-mails?|the line is|walk it|entrances?|given along|lies? behind|anew|likes to|papers?|somebody|stands? still|take it up|things)\b/i;

/** What a text or a function says, without the names of what is filled in. */
const spoken = (says: string): string => says.replace(/^\([^)]*\)\s*=>/, '').replace(/\$\{[^{}]*\}/g, ' … ');

test('what the studio says is plain English', async () => {
  expect('Whoever came gives it back').toMatch(NOT_PLAIN);
  expect('Refund the order').not.toMatch(NOT_PLAIN);
  const found = (await entries()).filter(({ says }) => NOT_PLAIN.test(spoken(says)));
  expect(found.map(({ group, name, says }) => `${group}.${name}: ${says}`)).toEqual([]);
});

test('so is what buyers and members read', () => {
  const said = (words: unknown, at: string): [string, string][] =>
    typeof words === 'object' && words !== null
      ? Object.entries(words).flatMap(([name, more]) => said(more, `${at}.${name}`))
      : [[at, spoken(String(words))]];
  const all = said(wordsFor('en'), 'en');
  expect(all.length).toBeGreaterThan(500);
  expect(all.filter(([, text]) => NOT_PLAIN.test(text))).toEqual([]);
});
