import * as z from 'zod';

/** What is wrong with the address of something held elsewhere, in one sentence, or null. */
export function linkProblem(link: { url: string }): string | null {
  if (link.url.trim() === '') return 'A link has no address yet.';
  const url = link.url.trim();
  if (!z.url({ protocol: /^https?$/, hostname: z.regexes.hostname }).safeParse(url).success)
    return `“${link.url}” is not a web address. Write it whole, like https://example.org/film.`;
  // Whoever opens it would have them in hand.
  const { username, password } = new URL(url);
  return username + password === ''
    ? null
    : `“${link.url}” holds a name or a password before the @, which every buyer would read. Write the address without it.`;
}
