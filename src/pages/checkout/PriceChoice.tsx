import type { CheckoutPrice } from '../../wire';
import { useFormWords } from './formWords';

/** Which price, where there are several. */
export function PriceChoice({
  prices,
  chosen,
  onChoose,
}: {
  prices: readonly CheckoutPrice[];
  chosen: string;
  onChoose: (id: string) => void;
}) {
  const words = useFormWords();
  if (prices.length < 2) return null;
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">{words.howToPay}</legend>
      {prices.map((p) => (
        <label key={p.id} className="pick">
          <span className="flex items-center justify-between gap-3">
            <span className="flex items-center gap-3">
              <input
                type="radio"
                name="price"
                value={p.id}
                className="radio radio-sm"
                checked={p.id === chosen}
                onChange={() => onChoose(p.id)}
              />{' '}
              <span>
                <span dir="auto">{p.name}</span>
                {p.lasting && <span className="cap block">{words.later(p.later)}</span>}
              </span>
            </span>
            <span className="shrink-0">
              {p.usual !== null && <s className="cap me-2">{p.usual}</s>}
              <b>{p.today || p.free ? words.today(p.bill[0]?.today ?? p.dueToday) : words.nothingToday}</b>
            </span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}
