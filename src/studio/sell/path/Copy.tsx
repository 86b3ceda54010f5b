import { useState } from 'react';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.copy;

/** Copies a text; where the browser does not let it, the text stands beside it to be copied by hand. */
export function Copy({ text, what }: { text: string; what: string }) {
  const [said, setSaid] = useState('');
  return (
    <button
      className="opt"
      aria-label={say.copy(what)}
      onClick={() =>
        void navigator.clipboard.writeText(text).then(
          () => setSaid(say.copied),
          () => setSaid(say.notCopiedSelectCopy),
        )
      }
    >
      {said || say.copy2}
    </button>
  );
}
