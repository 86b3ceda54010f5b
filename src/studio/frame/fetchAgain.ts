import type { Fetch } from './parts';

let tries = 0;

/**
 * Fetches a part that could not be had. A browser remembers that a module failed and never asks for that address again,
 * so it is asked for under another one, which the shop serves as the same file. Which address failed stands in the
 * error of most browsers; of one that does not say, and of a module that the part itself needs, only loading the window
 * again helps.
 * @param error what came of the last try
 */
export async function fetchAgain<P>(fetch: Fetch<P>, error: unknown): ReturnType<Fetch<P>> {
  const address = failedAddress(error);
  if (address === null) return fetch();
  tries += 1;
  address.searchParams.set('try', String(tries));
  return (await import(/* @vite-ignore */ address.href)) as Awaited<ReturnType<Fetch<P>>>;
}

/** The module of ours that an error names; null where it names none. */
export function failedAddress(error: unknown, base: string = location.href): URL | null {
  const text = error instanceof Error ? error.message : '';
  const named = /https?:\/\/\S+?\.js/.exec(text)?.[0];
  if (named === undefined || !URL.canParse(named)) return null;
  const address = new URL(named);
  return address.origin === new URL(base).origin && address.pathname.startsWith('/assets/') ? address : null;
}

/** Whether the shop answers at all. */
export const isReached = (): Promise<boolean> =>
  fetch('/health', { cache: 'no-store' }).then(
    ({ ok }) => ok,
    () => false,
  );
