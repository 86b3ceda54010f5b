import * as z from 'zod';
import { type EntranceId, Id, idFor, type PathId, type StepId } from '#core/ids';

/** A page of a path, seen once by somebody. Nothing in it says who. */
export const View = z.object({
  path: idFor<PathId>(),
  step: idFor<StepId>(),
  release: z.int().min(0),
  /** The step of the same path they came from by its button. */
  from: idFor<StepId>().optional(),
  entrance: idFor<EntranceId>().optional(),
  /** The other site whose link brought them. */
  site: z.string().max(100).optional(),
  /** What the link says of itself: "mail" in ?from=mail. */
  words: z.string().max(60).optional(),
  /** Designs of comparisons that were seen here for the first time: "cmp_1:b". */
  seen: z.array(z.string().max(130)).max(3).optional(),
  /** Designs that led on to here, of whoever saw them before; once each. */
  on: z.array(z.string().max(130)).max(3).optional(),
  /** The visit, where it has a name for another reason: once a day it counts at a step. */
  visit: Id.optional(),
});
export type View = z.infer<typeof View>;

/** Another site's name from the address a browser says it came from; undefined where it says none, or our own. */
export function siteOf(referer: string | undefined, isOwn: (origin: string) => boolean): string | undefined {
  if (referer === undefined || !URL.canParse(referer)) return undefined;
  const { origin, hostname, protocol } = new URL(referer);
  return /^https?:$/.test(protocol) && !isOwn(origin) ? hostname.replace(/^www\./, '').slice(0, 100) : undefined;
}

/** Words of a link, kept to what can be told apart in a list. */
export function linkWords(text: string): string | undefined {
  const words = text
    .normalize('NFC')
    .replace(/[^\p{L}\p{N} _.-]/gu, '')
    .trim()
    .slice(0, 60);
  return words === '' ? undefined : words;
}
