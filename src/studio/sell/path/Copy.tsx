import { useState } from 'react';

/** Copies a text; where the browser does not let it, the text stands beside it to be copied by hand. */
export function Copy({ text, what }: { text: string; what: string }) {
  const [said, setSaid] = useState('');
  return (
    <button
      className="opt"
      aria-label={`Copy ${what}`}
      onClick={() =>
        void navigator.clipboard.writeText(text).then(
          () => setSaid('Copied'),
          () => setSaid('Not copied: mark it and copy it by hand'),
        )
      }
    >
      {said || 'Copy'}
    </button>
  );
}
