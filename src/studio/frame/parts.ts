import type { ComponentType } from 'react';

/** Fetches a part of the studio's code. */
export type Fetch<P> = () => Promise<{ default: ComponentType<P> }>;

const parts: Fetch<never>[] = [];

/** Names a part of the studio that the first screen can do without: it is fetched when it is first shown. */
export function part<P>(fetch: Fetch<P>): Fetch<P> {
  parts.push(fetch as Fetch<never>);
  return fetch;
}

/**
 * Fetches every part, so that work goes on should the shop not be reached later. Parts may name further parts;
 * what cannot be had now is asked for again when it is shown.
 */
export async function fetchAhead(from = 0): Promise<void> {
  const named = parts.slice(from);
  if (named.length === 0) return;
  await Promise.all(named.map((fetch) => fetch().catch(() => undefined)));
  await fetchAhead(from + named.length);
}
