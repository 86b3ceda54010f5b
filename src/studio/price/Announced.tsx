import { useEffect, useState } from 'react';

const AFTER_MS = 1_000;

/** Says a text aloud a second after it stopped changing; nothing at first, when it is only read. */
export function Announced({ text }: { text: string }) {
  const [said, setSaid] = useState<{ first: string; now: string }>({ first: text, now: '' });
  useEffect(() => {
    if (text === said.first && said.now === '') return;
    const timer = setTimeout(() => setSaid((s) => ({ ...s, now: text })), AFTER_MS);
    return () => clearTimeout(timer);
  }, [text, said.first, said.now]);
  return (
    <span className="sr-only" role="status">
      {said.now}
    </span>
  );
}
