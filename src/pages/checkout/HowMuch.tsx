import { useEffect, useState } from 'react';
import { Field } from '../../ui/Field';
import type { CheckoutPrice } from '../../wire';
import type { Chosen } from './api';
import { useFormWords } from './formWords';
import { shownIn, useTypedEarly } from './useTypedEarly';

interface Props {
  price: CheckoutPrice;
  chosen: Pick<Chosen, 'quantity' | 'named'>;
  wrong: { quantity?: string; named?: string };
  onChange: (patch: Partial<Chosen>) => void;
}

/** How many of it, or how much for it, where the price leaves that to its buyer. */
export function HowMuch({ price, chosen, wrong, onChange }: Props) {
  const words = useFormWords();
  const [typed, setTyped] = useState(price.names?.value ?? '');
  useEffect(() => setTyped(chosen.named || (price.names?.value ?? '')), [chosen.named, price.names]);
  useTypedEarly(() => {
    const named = shownIn('named');
    const quantity = Number(shownIn('quantity') || 1);
    if (named !== '' && named !== price.names?.value) onChange({ named });
    if (quantity !== chosen.quantity) onChange({ quantity });
  });
  return (
    <>
      {price.names !== null && (
        <div
          onBlur={() => typed !== (chosen.named || price.names?.value) && onChange({ named: typed })}
          className="max-w-60"
        >
          <Field
            id="named"
            label={words.amount}
            autoComplete="off"
            value={typed}
            onChange={setTyped}
            wrong={wrong.named}
          />
          {wrong.named === undefined && <p className="cap">{price.names.hint}</p>}
        </div>
      )}
      {price.most > 1 && (
        <div className="co-field max-w-60">
          <label htmlFor="quantity">{words.howMany}</label>
          <select
            id="quantity"
            name="quantity"
            value={Math.min(chosen.quantity, price.most)}
            onChange={(event) => onChange({ quantity: Number(event.target.value) })}
          >
            {Array.from({ length: Math.min(price.most, MOST_LISTED) }, (_, i) => (
              <option key={i + 1} value={i + 1}>
                {i + 1}
              </option>
            ))}
          </select>
          {wrong.quantity !== undefined && <p className="why">{wrong.quantity}</p>}
        </div>
      )}
    </>
  );
}

/** A list longer than this is not looked through. */
const MOST_LISTED = 100;
