/** A text as a number from 0 to 1, evenly: FNV-1a, stirred as the 32-bit finisher of MurmurHash3 does. */
export function spread(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return ((hash ^ (hash >>> 16)) >>> 0) / 2 ** 32;
}

/** The same things in an order that is steady for a seed, and another for another: each is put by what it and the seed come to. */
export const mixedBy = <T extends { id: string }>(seed: string, things: readonly T[]): T[] =>
  things
    .map((thing) => ({ thing, at: spread(`${seed}/${thing.id}`) }))
    .sort((a, b) => a.at - b.at || (a.thing.id < b.thing.id ? -1 : 1))
    .map(({ thing }) => thing);
