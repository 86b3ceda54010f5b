import { useEffect, useRef, useState } from 'react';

interface SampleCard {
  number: string;
  label: string;
}

/** In a test shop only: cards named by what they do, one click each. */
export function SampleCards({
  service,
  label,
  onPick,
}: {
  service: string;
  label: string;
  onPick: (card: { number: string; expiry: string; code: string }) => void;
}) {
  const [cards, setCards] = useState<SampleCard[] | null>(null);
  function open(): void {
    if (cards === null)
      void fetch(`${service}/sample-cards`, { credentials: 'omit' }).then(async (r) =>
        setCards((await r.json()) as SampleCard[]),
      );
  }
  const box = useRef<HTMLDetailsElement>(null);
  // Opened before the page came to life: what opening does is made up for.
  useEffect(() => {
    if (box.current?.open) open();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the page comes to life
  }, []);
  return (
    <details ref={box} className="border border-dashed border-draft px-4 py-2 text-draft" onToggle={open}>
      <summary className="cursor-pointer">{label}</summary>
      <ul className="mt-2 flex flex-wrap gap-2 pb-2">
        {cards?.map((card) => (
          <li key={card.number}>
            <button
              type="button"
              className="btn btn-quiet btn-touch"
              onClick={() =>
                onPick({ number: card.number.replace(/(\d{4})(?=\d)/g, '$1 '), expiry: '11 / 29', code: '321' })
              }
            >
              {card.label}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
