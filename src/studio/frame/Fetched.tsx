import { type ComponentType, createElement, lazy, type ReactNode, Suspense, useState } from 'react';
import { Mishap } from './Mishap';
import type { Fetch } from './parts';

// One per part and kept, so that a part that has come once is drawn at once ever after.
const parts = new WeakMap<Fetch<never>, ComponentType<never>>();

function partOf<P>(fetch: Fetch<P>, anew = false): ComponentType<P> {
  const known = parts.get(fetch as Fetch<never>);
  if (known && !anew) return known as ComponentType<P>;
  const part = lazy(fetch as Fetch<object>) as ComponentType<P>;
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
  const [, setTries] = useState(0);
  return (
    <Mishap
      key={what}
      instead={(again) => (
        <div>
          {until}
          <p className="wrong">
            {what[0]?.toUpperCase()}
            {what.slice(1)} could not be loaded: the shop is not reached. What you edited is saved.{' '}
            <button
              className="opt"
              onClick={() => {
                partOf(fetch, true);
                setTries((tries) => tries + 1);
                again();
              }}
            >
              Try again
            </button>
          </p>
        </div>
      )}
    >
      <Suspense fallback={until}>{createElement(Part, props)}</Suspense>
    </Mishap>
  );
}
