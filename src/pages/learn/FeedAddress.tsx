import { useLearnWords } from './learnWords';

/** Where the sounds of something can be followed in another program. */
export interface FeedView {
  address: string;
  /** Where another address is asked for. */
  anew: string;
}

/** A member's own address of a feed, and another one for when it came into other hands. */
export function FeedAddress({ feed }: { feed: FeedView }) {
  const words = useLearnWords();
  return (
    <details className="mt-8 border-t border-line pt-2">
      <summary className="plain-link min-h-11 cursor-pointer py-2">{words.feed}</summary>
      <p className="text-ink-2">{words.feedHint}</p>
      <input
        className="mt-2 w-full border-b-2 border-edge bg-transparent py-2"
        aria-label={words.feedAddress}
        readOnly
        value={feed.address}
      />
      <form method="post" action={feed.anew} className="mt-3">
        <button className="btn btn-quiet">{words.feedAnew}</button>
      </form>
    </details>
  );
}
