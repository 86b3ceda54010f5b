export interface Random {
  /** From 0 up to, and without, 1. */
  next(): number;
  int(below: number): number;
  pick<T>(list: readonly T[]): T;
}

/** A small seeded generator (mulberry32): the same seed gives the same demo on every machine. */
export function seeded(seed: number): Random {
  let a = seed >>> 0;
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    int: (below) => Math.floor(next() * below),
    pick: (list) => {
      const item = list[Math.floor(next() * list.length)];
      if (item === undefined) throw new Error('Nothing to pick from');
      return item;
    },
  };
}
