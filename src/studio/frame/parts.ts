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
 * Fetches every part, one after another, so that work goes on should the shop not be reached later.
 * Parts may name further parts; what cannot be had now is asked for again when it is shown.
 */
export async function fetchAhead(): Promise<void> {
  for (let i = 0; i < parts.length; i += 1) await parts[i]?.().catch(() => undefined);
}
