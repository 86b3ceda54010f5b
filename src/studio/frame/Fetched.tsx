import { type ComponentType, createElement, lazy, type ReactNode, Suspense, useState } from 'react';
import { fetchAgain, isReached } from './fetchAgain';
import { Mishap } from './Mishap';
import type { Fetch } from './parts';
import { frameWords } from '#say/frame';
const words = frameWords.fetched;

// One per part and kept, so that a part that has come once is drawn at once ever after.
const parts = new WeakMap<Fetch<never>, ComponentType<never>>();

function partOf<P>(fetch: Fetch<P>): ComponentType<P> {
  return (parts.get(fetch as Fetch<never>) as ComponentType<P> | undefined) ?? fetchBy(fetch, fetch);
}

function fetchBy<P>(fetch: Fetch<P>, how: Fetch<P>): ComponentType<P> {
  const part = lazy(how as Fetch<object>) as ComponentType<P>;
  parts.set(fetch as Fetch<never>, part as ComponentType<never>);
  return part;
}

interface Props<P> {
  fetch: Fetch<P>;
  props: P;
  /** What this part does, as the seller would say it: “the part that edits formatted text”. */
  what: string;
  /** What stands there until it has come. */
  until?: ReactNode;
}

/**
 * A part of the studio that is fetched when it is first shown, so that the first screen need not wait for it.
 * When the shop is not reached it says so and offers another try; the rest of the window goes on.
 */
export function Fetched<P extends object>({ fetch, props, what, until = null }: Props<P>) {
  // Asked for on every drawing: where one place gives way to another, this stays and `fetch` changes.
  const Part = partOf(fetch);
  const [tries, setTries] = useState(0);
  return (
    <Mishap
      key={what}
      instead={(again, error) => (
        <div>
          {until}
          <NotLoaded
            what={what}
            tried={tries}
            tryAgain={() => {
              fetchBy(fetch, () => fetchAgain(fetch, error));
              setTries(tries + 1);
              again();
            }}
          />
        </div>
      )}
    >
      <Suspense fallback={until}>{createElement(Part, props)}</Suspense>
    </Mishap>
  );
}

/**
 * Says that a part did not come.
 * @param tried how often it was asked for again: where that has not helped though the shop answers, only loading the window does
 */
function NotLoaded({ what, tried, tryAgain }: { what: string; tried: number; tryAgain: () => void }) {
  const [mustReload, setMustReload] = useState(false);
  const named = `${what[0]?.toUpperCase() ?? ''}${what.slice(1)}`;
  const again = async (): Promise<void> => {
    if (tried > 0 && (await isReached())) setMustReload(true);
    else tryAgain();
  };
  return mustReload ? (
    <p className="wrong" role="alert">
      {words.couldNotLoadedReload(named)}{' '}
      <button className="opt" onClick={() => location.reload()}>
        {words.reload}
      </button>
    </p>
  ) : (
    <p className="wrong" role="alert">
      {words.couldNotLoadedShop(named)}{' '}
      <button className="opt" onClick={() => void again()}>
        {words.tryAgain}
      </button>
    </p>
  );
}
